<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;

/** A master that a job works on. Whoever stores it under its hash knows that hash, so that nobody computes it again. */
final readonly class JobMaster
{
    /** @param ?string $sha256 null where nobody has computed it yet */
    public function __construct(public string $path, public ?string $sha256 = null)
    {
    }

    /** @throws UnreadableMaster */
    public function open(): Master
    {
        return Master::open($this->path, $this->sha256);
    }

    /**
     * For what is delivered: only if the bytes still are those that were given.
     *
     * @throws UnreadableMaster
     */
    public function openVerified(): Master
    {
        if (null !== $this->sha256 && is_file($this->path) && $this->sha256 !== hash_file('sha256', $this->path)) {
            throw UnreadableMaster::altered();
        }

        return $this->open();
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['path' => JobPath::encoded($this->path), 'sha256' => $this->sha256];
    }

    public static function fromJson(JsonReader $master): self
    {
        return new self(JobPath::in($master, 'path'), $master->optionalString('sha256'));
    }
}
