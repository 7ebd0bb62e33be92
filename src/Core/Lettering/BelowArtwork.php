<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** Under the picture, and under the lines that are there already. */
final readonly class BelowArtwork
{
    private const FARTHEST = 20.0;

    /** @param float $gap to what is above, in ems */
    public function __construct(public float $gap = 0.6)
    {
        if ($gap < 0 || $gap > self::FARTHEST) {
            throw ImpossibleLettering::figure('The gap above a line, in its own letters\' size,', 0, self::FARTHEST);
        }
    }
}
