<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/** How a cut-out ends. */
enum EdgeStyle: string
{
    /** As soft as the picture's own edges. */
    case Soft = 'soft';
    /** Every pixel all there or not at all: half-transparent ones print badly on dark cloth (common practice). */
    case Hard = 'hard';

    public function label(): string
    {
        return match ($this) {
            self::Soft => 'Soft',
            self::Hard => 'Hard',
        };
    }
}
