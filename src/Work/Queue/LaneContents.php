<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

/** A lane that can be looked into without taking anything. */
interface LaneContents
{
    /** @return list<object> all messages that wait or are in a worker's hands */
    public function contents(): array;
}
