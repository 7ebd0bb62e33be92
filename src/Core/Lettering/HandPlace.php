<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** A place of its own: in shares of the trim, to the middle of a line's capital letters. */
final readonly class HandPlace
{
    /** A line may hang over the paper, so that a hand can put it at the very edge. */
    private const OVER = 0.5;

    public function __construct(public float $x, public float $y)
    {
        foreach ([$x, $y] as $share) {
            if (!is_finite($share) || $share < -self::OVER || $share > 1 + self::OVER) {
                throw ImpossibleLettering::figure('A place, in shares of the print,', -self::OVER, 1 + self::OVER);
            }
        }
    }
}
