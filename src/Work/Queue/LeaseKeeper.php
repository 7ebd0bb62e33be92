<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

/** Whether the message that this worker has in hand still is its own. A worker has one in hand at a time. */
final class LeaseKeeper
{
    private bool $isLost = false;

    public function taken(): void
    {
        $this->isLost = false;
    }

    public function lost(): void
    {
        $this->isLost = true;
    }

    /** Another worker has it now: whatever this one makes of it is not wanted any more. */
    public function isLost(): bool
    {
        return $this->isLost;
    }
}
