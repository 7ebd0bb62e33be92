<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * Which paint each pixel is of. Even areas have theirs; what lies between them is given to what it joins and looks most like
 * (seeded region growing: Adams and Bischof 1994, from memory), but for lines that are thinner than any even area.
 *
 * Map and pixels have a pixel more on each side, so that every pixel has neighbours.
 */
final class PaintMap
{
    public const NONE = 255;
    public const OUTSIDE = 254;

    /** In an area that is shaded and gets no gradient: each pixel the paint that is nearest. */
    private const STEPPED = 253;

    public readonly int $width;
    public readonly int $height;

    /** @var string a byte a pixel */
    public string $map;

    /** Bytes of the picture. */
    public readonly string $pixels;

    /** The same with all the ink that thin lines have. */
    private readonly string $sharp;

    /** @var list<PixelPaint> */
    public array $paints;

    private function __construct(
        public readonly int $bands,
        PixelSize $size,
        string $map,
        string $pixels,
        ?string $sharp,
        AreaPaints $paints,
    ) {
        [$this->width, $this->height] = [$size->width, $size->height];
        [$this->map, $this->pixels, $this->sharp, $this->paints] = [$map, $pixels, $sharp ?? $pixels, $paints->paints];
    }

    /**
     * @param ?int $wanted colours; null where lines may have others than areas
     */
    public static function of(TraceSource $source, FlatAreas $areas, AreaPaints $paints, ?int $wanted): self
    {
        $picture = $source->picture;
        $table = str_repeat(\chr(self::NONE), FlatAreas::MOST + 1);
        foreach ($paints->byArea as $number => $paint) {
            $table[$number] = \chr($paint);
        }
        foreach (array_keys($paints->stepped) as $number) {
            $table[$number] = \chr(self::STEPPED);
        }
        $size = $picture->size();
        $wide = new PixelSize($size->width + 2, $size->height + 2);
        $lookup = Image::ofBytes($table, new PixelSize(FlatAreas::MOST + 1, 1), 1);
        $map = $areas->numbers->mappedBy($lookup)->embed(1, 1, $wide, Extend::Background, [(float) self::OUTSIDE]);
        $made = new self(
            $picture->bands(),
            $wide,
            $map->bytes(),
            $picture->embed(1, 1, $wide, Extend::Copy)->bytes(),
            $source->sharp === $picture ? null : $source->sharp->embed(1, 1, $wide, Extend::Copy)->bytes(),
            $paints,
        );
        $made->giveSteps();
        $loose = $made->all(self::NONE);
        $made->grow($loose);
        // Where nothing is even anywhere, nothing grows.
        $made->map = strtr($made->map, [\chr(self::NONE) => \chr(0)]);
        (new LineFinder($made, $areas->noise, $wanted))->find($loose);

        return $made;
    }

    /** @return list<int> where the map has this value */
    private function all(int $value): array
    {
        $found = [];
        $sought = \chr($value);
        $at = strpos($this->map, $sought);
        while (false !== $at) {
            $length = strspn($this->map, $sought, $at);
            for ($end = $at + $length; $at < $end; ++$at) {
                $found[] = $at;
            }
            $at = strpos($this->map, $sought, $at);
        }

        return $found;
    }

    private function giveSteps(): void
    {
        $found = [];
        foreach ($this->all(self::STEPPED) as $at) {
            $colour = substr($this->pixels, $at * $this->bands, $this->bands);
            $this->map[$at] = $found[$colour] ??= $this->nearestTo($at);
        }
    }

    /** @return string the byte of the plain paint that a pixel looks most like */
    private function nearestTo(int $at): string
    {
        [$nearest, $least] = [self::NONE, \PHP_INT_MAX];
        foreach ($this->paints as $number => $paint) {
            $off = $paint->isGraded() ? \PHP_INT_MAX : $this->off($at, $paint->levels);
            if ($off < $least) {
                [$nearest, $least] = [$number, $off];
            }
        }

        return \chr($nearest);
    }

    /**
     * Gives pixels without a paint those of their neighbours, what looks most alike first.
     *
     * @param list<int> $pixels
     */
    private function grow(array $pixels): void
    {
        [$width, $bands] = [$this->width, $this->bands];
        $map = &$this->map;
        [$flat, $graded] = $this->levels();
        $queues = [];
        $beside = [-1, 1, -$width, $width];
        foreach ($pixels as $at) {
            $tried = -1;
            foreach ($beside as $step) {
                $paint = \ord($map[$at + $step]);
                if ($paint >= self::OUTSIDE || $paint === $tried) {
                    continue;
                }
                $tried = $paint;
                $levels = $flat[$paint] ?? $graded[$paint]->at($at % $width - 1, intdiv($at, $width) - 1);
                $queues[$this->off($at, $levels)][] = $at << 8 | $paint;
            }
        }
        $most = 255 * $bands;
        for ($level = 0; $level <= $most; ++$level) {
            while (!empty($queues[$level])) {
                $next = array_pop($queues[$level]);
                $at = $next >> 8;
                if (self::NONE !== \ord($map[$at])) {
                    continue;
                }
                $paint = $next & 255;
                $map[$at] = \chr($paint);
                $lowest = $level;
                foreach ($beside as $step) {
                    $to = $at + $step;
                    if (self::NONE === \ord($map[$to])) {
                        $levels = $flat[$paint] ?? $graded[$paint]->at($to % $width - 1, intdiv($to, $width) - 1);
                        $off = $this->off($to, $levels);
                        $queues[$off][] = $to << 8 | $paint;
                        $lowest = $off < $lowest ? $off : $lowest;
                    }
                }
                if ($lowest < $level) {
                    $level = $lowest - 1;
                    continue 2;
                }
            }
        }
    }

    /**
     * By how many levels a pixel is off a colour, all bands together.
     *
     * @param list<float|int> $levels
     */
    public function off(int $at, array $levels): int
    {
        [$pixels, $bands] = [$this->pixels, $this->bands];
        $at *= $bands;
        $off = abs(\ord($pixels[$at]) - $levels[0]) + abs(\ord($pixels[$at + 1]) - $levels[1]) + abs(\ord($pixels[$at + 2]) - $levels[2]);

        return (int) (4 === $bands ? $off + abs(\ord($pixels[$at + 3]) - $levels[3]) : $off);
    }

    /** @return array{array<int, list<int>>, array<int, PixelPaint>} levels of plain paints, and those that have them by place */
    private function levels(): array
    {
        [$flat, $graded] = [[], []];
        foreach ($this->paints as $number => $paint) {
            if ($paint->isGraded()) {
                $graded[$number] = $paint;
            } else {
                $flat[$number] = array_map(static fn (float $level): int => (int) round($level), $paint->levels);
            }
        }

        return [$flat, $graded];
    }

    /** @return list<float|int> what a paint has at a pixel */
    public function paintAt(int $paint, int $at): array
    {
        return $this->paints[$paint]->at($at % $this->width - 1, intdiv($at, $this->width) - 1);
    }

    /**
     * How much of another paint is in a pixel of a thin line: less than nothing where the line is darker or lighter than its paint.
     *
     * @param list<float|int> $own
     * @param list<float|int> $other
     */
    public function thinShare(int $at, array $own, array $other): float
    {
        return max(-1.0, min(1.0, $this->along($this->sharp, $at, $own, $other)));
    }

    /**
     * How much of another paint is in a pixel.
     *
     * @param list<float|int> $own
     * @param list<float|int> $other
     *
     * @return array{float, float} the share, 0 to 1, and by how many levels, all bands together, it is none of their mixtures
     */
    public function share(int $at, array $own, array $other): array
    {
        $share = max(0.0, min(1.0, $this->along($this->pixels, $at, $own, $other)));
        $base = $at * $this->bands;
        $off = 0.0;
        foreach ($own as $band => $level) {
            $off += abs(\ord($this->pixels[$base + $band]) - $level - $share * ($other[$band] - $level));
        }

        return [$share, $off];
    }

    /**
     * How far a pixel is on the way from one paint to another, as a share of it.
     *
     * @param list<float|int> $own
     * @param list<float|int> $other
     */
    private function along(string $pixels, int $at, array $own, array $other): float
    {
        [$along, $length] = [0.0, 0.0];
        $base = $at * $this->bands;
        foreach ($own as $band => $level) {
            $way = $other[$band] - $level;
            $along += (\ord($pixels[$base + $band]) - $level) * $way;
            $length += $way * $way;
        }

        return $length > 0.0 ? $along / $length : 0.0;
    }

    /**
     * Gives small areas to what lies round them.
     *
     * @param array<int, array{int, non-empty-list<non-empty-list<array{int, bool}>>, int}> $areas of the graph's
     */
    public function sweep(BorderGraph $graph, array $areas): void
    {
        [$cleared, $first] = [[], \chr(0)];
        foreach ($areas as [$paint, $rings]) {
            $first = \chr($paint);
            [$number, $isBack] = $rings[0][0];
            $chain = $graph->chains[$number];
            $corner = $isBack ? $chain->end() : $chain->corners[0];
            $way = $isBack ? ($chain->endWay() + 2) % 4 : $chain->ways[0];
            $start = $corner - [$this->width, 0, 1, $this->width + 1][$way];
            $part = [$start];
            $this->map[$start] = \chr(self::NONE);
            for ($i = 0; $i < \count($part); ++$i) {
                foreach ([-1, 1, -$this->width, $this->width] as $step) {
                    if (\ord($this->map[$part[$i] + $step]) === $paint) {
                        $this->map[$part[$i] + $step] = \chr(self::NONE);
                        $part[] = $part[$i] + $step;
                    }
                }
            }
            array_push($cleared, ...$part);
        }
        $this->grow($cleared);
        // Where there is nothing round it, it stays.
        $this->map = strtr($this->map, [\chr(self::NONE) => $first]);
    }
}
