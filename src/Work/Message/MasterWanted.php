<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A machine has work on a master that does not lie in the exchange. */
final readonly class MasterWanted
{
    public function __construct(public string $key)
    {
    }
}
