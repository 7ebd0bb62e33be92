<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/** What an area is painted with, as samples: one colour, or one that goes over into others with the place. */
final readonly class PixelPaint
{
    /**
     * @param list<float>                        $levels of each band; of a gradient, its mean
     * @param list<array{float, list<float>}>    $stops  of a gradient: how far along, in pixels, and the levels there
     * @param array{float, float}                $from   of a gradient: where "along" begins
     * @param array{float, float}                $way    of a linear gradient: its direction, of length 1
     */
    public function __construct(
        public array $levels,
        public array $stops = [],
        public array $from = [0.0, 0.0],
        public array $way = [0.0, 0.0],
        public bool $isRadial = false,
    ) {
    }

    public function isGraded(): bool
    {
        return [] !== $this->stops;
    }

    /** @return list<float> at the middle of a pixel */
    public function at(int|float $x, int|float $y): array
    {
        if ([] === $this->stops) {
            return $this->levels;
        }
        [$dx, $dy] = [$x + 0.5 - $this->from[0], $y + 0.5 - $this->from[1]];
        $along = $this->isRadial ? sqrt($dx * $dx + $dy * $dy) : $dx * $this->way[0] + $dy * $this->way[1];

        return self::between($this->stops, $along);
    }

    /**
     * @param list<array{float, list<float>}> $stops
     *
     * @return list<float>
     */
    public static function between(array $stops, float $along): array
    {
        $last = \count($stops) - 1;
        if ($along <= $stops[0][0]) {
            return $stops[0][1];
        }
        for ($i = 1; $i <= $last; ++$i) {
            if ($along < $stops[$i][0]) {
                [[$from, $one], [$to, $other]] = [$stops[$i - 1], $stops[$i]];
                $share = ($along - $from) / ($to - $from);
                foreach ($one as $band => $level) {
                    $one[$band] = $level + $share * ($other[$band] - $level);
                }

                return $one;
            }
        }

        return $stops[$last][1];
    }
}
