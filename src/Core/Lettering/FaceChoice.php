<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** A typeface and how heavy it is. */
final readonly class FaceChoice
{
    private const LIGHTEST = 1;
    private const HEAVIEST = 1000;

    public function __construct(
        /** Names the typeface. */
        public string $code = 'public-sans',
        /** As OpenType counts it: 400 regular, 700 bold; a face that has fewer takes the nearest that it has. */
        public int $weight = 500,
    ) {
        if ($weight < self::LIGHTEST || $weight > self::HEAVIEST) {
            throw ImpossibleLettering::figure('A weight', self::LIGHTEST, self::HEAVIEST);
        }
    }
}
