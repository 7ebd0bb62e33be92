<?php

declare(strict_types=1);

namespace Snugfit\Work\Keeping;

final readonly class KeptFileResult
{
    public function __construct(public KeptFile $file, public bool $isThere, public bool $isRight, public int $bytes)
    {
    }

    /** A delivery that was cleared or carried away is missing rightly. */
    public function isFault(): bool
    {
        return !$this->isRight && ($this->isThere || $this->file->isMaster);
    }
}
