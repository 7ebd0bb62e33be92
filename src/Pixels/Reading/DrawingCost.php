<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Pixels\ProcessorTime;

/**
 * How long a drawing takes to be drawn on its grid, told from two small ones: what is read of it costs the same at any size, what is
 * painted grows with the area. A filter can make minutes of a few hundred bytes.
 */
final class DrawingCost
{
    /** The long sides of the small ones, in pixels. */
    private const SMALL = 256;
    private const LARGER = 512;

    /** @return float seconds of a core */
    public static function seconds(Master $drawing): float
    {
        $small = self::drawn($drawing, self::SMALL);
        $larger = self::drawn($drawing, self::LARGER);
        $slope = max(0.0, $larger - $small) / (self::LARGER ** 2 - self::SMALL ** 2);

        return $larger + $slope * (Master::VECTOR_GRID ** 2 - self::LARGER ** 2);
    }

    private static function drawn(Master $drawing, int $side): float
    {
        $began = ProcessorTime::seconds();
        $drawing->drawing($side / Master::VECTOR_GRID)->copyToMemory();

        return ProcessorTime::seconds() - $began;
    }
}
