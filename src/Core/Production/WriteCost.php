<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** What a million pixels of a print file cost. */
final readonly class WriteCost
{
    public function __construct(public float $bytes, public float $seconds)
    {
    }
}
