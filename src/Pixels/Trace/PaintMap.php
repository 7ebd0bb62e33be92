<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/**
 * Which paint each pixel is of. Even areas have theirs; what lies between them is given to what it joins and looks most like
 * (seeded region growing: Adams and Bischof 1994, from memory), and what looks like neither it nor a mixture with what lies beside
 * it is a line of its own that is thinner than any even area.
 *
 * Map and pixels have a pixel more on each side, so that every pixel has neighbours.
 */
final class PaintMap
{
    public const NONE = 255;
    public const OUTSIDE = 254;

    /** In an area that is shaded and gets no gradient: each pixel the paint that is nearest. */
    private const STEPPED = 253;

    /** Levels, all bands together, by which a pixel may differ from what it is given to, or a mixture of that and what is beside it. */
    private const MIXED = 40;
    private const MIXED_NOISY = 5.0;

    /** Of a line's paint, what its strongest pixels have at least; levels that having little of it costs; pixels that need a paint. */
    private const ON_EDGE = 0.4;
    private const ON_EDGE_NOISY = 0.03;
    private const ON_EDGE_MOST = 0.85;
    private const LEAST_SHARE = 0.3;
    private const OF_LITTLE = 60.0;
    private const LEAST_OF_LINE = 4;
    private const MOST_LINE_PAINTS = 24;

    /** Of a line's paint, what its own pixels have at least, as a share of what its strongest has. */
    private const OF_STRONGEST = 0.5;

    public readonly int $width;
    public readonly int $height;

    /** @var string a byte a pixel */
    public string $map;

    /** Bytes of the picture. */
    public readonly string $pixels;

    /** @var list<PixelPaint> */
    public array $paints;

    /** @var list<int> pixels that are part of no even area, in order */
    private array $loose = [];

    private function __construct(
        public readonly int $bands,
        PixelSize $size,
        string $map,
        string $pixels,
        AreaPaints $paints,
        private readonly float $mixed,
        private readonly float $onEdge,
        private readonly float $noise,
        private readonly ?int $wanted,
    ) {
        [$this->width, $this->height] = [$size->width, $size->height];
        [$this->map, $this->pixels, $this->paints] = [$map, $pixels, $paints->paints];
    }

    /**
     * @param Image $picture bytes; colours times their opacity where there is one
     * @param ?int  $wanted  colours; null where lines may have others than areas
     */
    public static function of(Image $picture, FlatAreas $areas, AreaPaints $paints, ?int $wanted): self
    {
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
            $paints,
            self::MIXED + self::MIXED_NOISY * $areas->noise,
            min(self::ON_EDGE_MOST, self::ON_EDGE + self::ON_EDGE_NOISY * $areas->noise),
            $areas->noise,
            $wanted,
        );
        $made->giveSteps();
        $made->loose = $made->all(self::NONE);
        $made->grow($made->loose);
        // Where nothing is even anywhere, nothing grows.
        $made->map = strtr($made->map, [\chr(self::NONE) => \chr(0)]);
        $made->findLines();

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
            $off = $paint->isGraded() ? \PHP_INT_MAX : $this->off($this->pixels, $at, $this->bands, $paint->levels);
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
        $pixelBytes = $this->pixels;
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
                $queues[$this->off($pixelBytes, $at, $bands, $levels)][] = $at << 8 | $paint;
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
                        $off = $this->off($pixelBytes, $to, $bands, $levels);
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

    /** @param list<float|int> $levels */
    private function off(string $pixels, int $at, int $bands, array $levels): int
    {
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

    /** Lines thinner than any even area: pixels that nothing beside them explains. */
    private function findLines(): void
    {
        $strange = [];
        foreach ($this->loose as $at) {
            if (!$this->isExplained($at)) {
                $strange[$at] = $this->off($this->pixels, $at, $this->bands, $this->paintAt(\ord($this->map[$at]), $at));
            }
        }
        $before = $this->map;
        $paints = $this->linePaints($strange);
        [$shares, $given] = [[], []];
        foreach (array_keys($strange) as $at) {
            $found = $this->nearest($at, $paints);
            if (null !== $found) {
                [$given[$at], $shares[$at]] = $found;
            }
        }
        // What has less of a line's paint than its strongest neighbour has is what it was: the line's edge.
        $w = $this->width;
        foreach ($given as $at => $paint) {
            $strongest = $shares[$at];
            foreach ([-1, 1, -$w, $w, -$w - 1, -$w + 1, $w - 1, $w + 1] as $step) {
                if (($given[$at + $step] ?? null) === $paint && $shares[$at + $step] > $strongest) {
                    $strongest = $shares[$at + $step];
                }
            }
            // Between two paints, an edge's own ripples look a little like a line.
            $isEdge = $before[$at - 2] !== $before[$at + 2] || ($before[$at - 2 * $w] ?? '') !== ($before[$at + 2 * $w] ?? '');
            $needed = max(self::OF_STRONGEST * $strongest, $isEdge ? $this->onEdge : 0.0);
            if ($shares[$at] >= $needed) {
                $this->map[$at] = \chr($paint);
            }
        }
    }

    /**
     * The paints that lines have: those there are, where they explain them, and others that enough of the lines need.
     *
     * @param array<int, int> $strange levels that a pixel is off, by its place
     *
     * @return list<int>
     */
    private function linePaints(array $strange): array
    {
        $w = $this->width;
        $ridge = [];
        foreach ($strange as $at => $off) {
            foreach ([-1, 1, -$w, $w, -$w - 1, -$w + 1, $w - 1, $w + 1] as $step) {
                if (($strange[$at + $step] ?? -1) > $off) {
                    continue 2;
                }
            }
            $ridge[$at] = $off;
        }
        arsort($ridge);
        $all = array_keys(array_filter($this->paints, static fn (PixelPaint $paint): bool => !$paint->isGraded()));
        [$used, $left] = [[], []];
        foreach (array_keys($ridge) as $at) {
            $found = $this->nearest($at, $all);
            if (null === $found) {
                $left[] = $at;
            } else {
                $used[$found[0]] = true;
            }
        }
        $most = null === $this->wanted ? self::MOST_LINE_PAINTS : max(0, $this->wanted - \count($this->paints));
        while (\count($left) >= self::LEAST_OF_LINE && $most > 0 && \count($this->paints) < self::OUTSIDE - 1) {
            $at = $left[intdiv(\count($left), 20)];
            $levels = [];
            for ($band = 0; $band < $this->bands; ++$band) {
                $levels[] = (float) \ord($this->pixels[$at * $this->bands + $band]);
            }
            $number = \count($this->paints);
            $this->paints[] = new PixelPaint(AreaPaints::pure($levels, $this->noise));
            $rest = array_values(array_filter($left, fn (int $one): bool => $one !== $at && null === $this->nearest($one, [$number])));
            if (\count($left) - \count($rest) >= self::LEAST_OF_LINE) {
                $used[$number] = true;
                --$most;
            } else {
                array_pop($this->paints);
            }
            $left = $rest;
        }

        return array_keys($used);
    }

    /**
     * The paint of which a pixel has most, on the paint that it was given.
     *
     * @param list<int> $paints
     *
     * @return ?array{int, float} with the share; null where it is a mixture with none of them
     */
    private function nearest(int $at, array $paints): ?array
    {
        $own = \ord($this->map[$at]);
        $ground = $this->paintAt($own, $at);
        [$best, $of] = [null, \INF];
        foreach ($paints as $number) {
            if ($number === $own) {
                continue;
            }
            [$has, $off] = $this->share($at, $ground, $this->paints[$number]->levels);
            // One that it has all of is nearer than one that it has a trace of.
            $cost = $off + self::OF_LITTLE * (1.0 - $has);
            if ($off <= $this->mixed && $has >= self::LEAST_SHARE && $cost < $of) {
                [$best, $of] = [[$number, $has], $cost];
            }
        }

        return $best;
    }

    /** Whether a pixel is of the paint it was given, or a mixture of it and another close by. */
    private function isExplained(int $at): bool
    {
        $paint = \ord($this->map[$at]);
        $own = $this->paintAt($paint, $at);
        $mixed = $this->mixed;
        if ($this->off($this->pixels, $at, $this->bands, $own) <= $mixed) {
            return true;
        }
        $tried = [$paint => true, self::OUTSIDE => true, self::NONE => true];
        foreach ([1, 2] as $far) {
            for ($dy = -$far; $dy <= $far; ++$dy) {
                $step = abs($dy) === $far ? 1 : 2 * $far;
                for ($dx = -$far; $dx <= $far; $dx += $step) {
                    $other = \ord($this->map[$at + $dy * $this->width + $dx] ?? "\xff");
                    if (isset($tried[$other])) {
                        continue;
                    }
                    $tried[$other] = true;
                    if ($this->share($at, $own, $this->paintAt($other, $at))[1] <= $mixed) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /**
     * How much of another paint is in a pixel.
     *
     * @param list<float|int> $own
     * @param list<float|int> $other
     *
     * @return array{float, float} the share, 0 to 1, and by how many levels, all bands together, it is none of their mixtures
     */
    private function share(int $at, array $own, array $other): array
    {
        [$along, $length] = [0.0, 0.0];
        $base = $at * $this->bands;
        foreach ($own as $band => $level) {
            $way = $other[$band] - $level;
            $along += (\ord($this->pixels[$base + $band]) - $level) * $way;
            $length += $way * $way;
        }
        $share = $length > 0.0 ? max(0.0, min(1.0, $along / $length)) : 0.0;
        $off = 0.0;
        foreach ($own as $band => $level) {
            $off += abs(\ord($this->pixels[$base + $band]) - $level - $share * ($other[$band] - $level));
        }

        return [$share, $off];
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
            $corner = $isBack ? $chain->corners[\count($chain->corners) - 1] : $chain->corners[0];
            $way = $isBack ? ($chain->ways[\count($chain->ways) - 1] + 2) % 4 : $chain->ways[0];
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
