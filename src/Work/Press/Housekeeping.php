<?php

declare(strict_types=1);

namespace Snugfit\Work\Press;

use Snugfit\Pixels\Enlarger\WorkFolder;
use Snugfit\Shop\Deliveries;
use Snugfit\Shop\Vault;

/** Clears what can be made again and was not looked at for a chosen time, and deliveries that a person cleared long enough ago. Masters are never touched. */
final readonly class Housekeeping
{
    /** Days that a cleared delivery can be brought back. */
    public const REGRET = 7;

    /** Whole results that are kept to be looked at; the longest unseen go first. */
    private const WHOLES = 24;

    public function __construct(private Vault $vault, private string $dataDir, private int $keepDays)
    {
    }

    public function tidy(): void
    {
        (new WorkFolder($this->dataDir.'/enlarged'))->tidy($this->keepDays);
        $this->vault->clearOlder('patches', $this->keepDays * 86400);
        $this->vault->clearOlder(WholePictures::FOLDER, $this->keepDays * 86400);
        $this->vault->clearBeyond(WholePictures::FOLDER, self::WHOLES);
        $this->vault->clearOlder(Deliveries::CLEARED, self::REGRET * 86400);
    }
}
