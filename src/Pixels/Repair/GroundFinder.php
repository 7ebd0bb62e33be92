<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * Finds the ground of a picture: the colour that most of its border has, as a surface that may change slowly, followed inwards
 * from there as far as it goes, into soft shadows, too.
 */
final class GroundFinder
{
    /** Of the border: from here on it is one ground. Plain ones had 0.99 and more, grounds with things in them 0.8 at most (measured). */
    public const PLAIN = 0.7;

    /** Cells on the long side of the grid. */
    private const GRID = 176;

    private const RING = 3;
    private const BIN = 24;
    private const ROUNDS = 7;
    /** Levels that a pixel may be off the surface at the least. */
    private const LEAST = 9.0;

    /** Rounds of following it inwards, and how much darker a shadow may be. */
    private const FOLLOWED = 5;
    private const DARKEST = 0.45;
    private const OTHER_HUE = 14.0;
    private const OTHER_SHADE = 9.0;
    private const SHADE_STEP = 21.0;

    private int $width = 0;
    private int $height = 0;

    private ?Image $picture = null;

    /** @var list<int> red, green, blue, cell by cell */
    private array $levels = [];

    /** @var list<float> red, green, blue of the surface */
    private array $surface = [];

    /** @param Image $picture eight bits, sRGB, without transparency */
    public function find(Image $picture): Ground
    {
        $small = $picture->reducedWithin(self::GRID);
        [$this->width, $this->height] = [$small->size()->width, $small->size()->height];
        $this->picture = $small->copyToMemory();
        $this->levels = array_map(intval(...), $this->picture->values());
        $ring = $this->ring();
        [$inliers, $tolerance] = $this->fit($ring);
        $share = \count($inliers) / max(1, \count($ring));
        $reached = $this->followed($inliers, $tolerance);

        return new Ground($this->grid($this->local($reached)), $this->grid($this->surface), $share);
    }

    /** @return list<int> cells */
    private function ring(): array
    {
        $cells = [];
        for ($y = 0; $y < $this->height; ++$y) {
            $isEdge = $y < self::RING || $y >= $this->height - self::RING;
            for ($x = 0; $x < $this->width; ++$x) {
                if ($isEdge || $x < self::RING || $x >= $this->width - self::RING) {
                    $cells[] = $y * $this->width + $x;
                }
            }
        }

        return $cells;
    }

    /**
     * @param list<int> $ring
     *
     * @return array{list<int>, float} cells on the surface, and how many levels they may be off it
     */
    private function fit(array $ring): array
    {
        $mode = $this->mode($ring);
        $inliers = array_values(array_filter($ring, fn (int $cell): bool => $this->off($cell, $mode) < 30));
        $tolerance = 30.0;
        $best = ColourSurface::through(array_map($this->sample(...), $inliers), 1);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $terms = $round < 1 ? 1 : ($round < 4 ? 3 : 6);
            $surface = ColourSurface::through(array_map($this->sample(...), $inliers), $terms);
            $off = [];
            foreach ($ring as $cell) {
                [$x, $y] = $this->place($cell);
                $off[$cell] = $this->off($cell, $surface->at($x, $y));
            }
            $known = array_map(static fn (int $cell): float => $off[$cell], $inliers);
            sort($known);
            $tolerance = max(self::LEAST, min(30.0, 3.5 * ($known[intdiv(\count($known), 2)] ?? 0.0) + 3));
            $next = array_values(array_filter($ring, static fn (int $cell): bool => $off[$cell] < $tolerance));
            // A surface that lost its footing is worse than the last one.
            if (\count($next) < 0.7 * \count($inliers)) {
                break;
            }
            [$inliers, $best] = [$next, $surface];
        }
        $this->surface = $best->grid($this->width, $this->height);

        return [$inliers, $tolerance];
    }

    /**
     * The colour most of the border has.
     *
     * @param list<int> $ring
     *
     * @return array{float, float, float}
     */
    private function mode(array $ring): array
    {
        $bins = [];
        foreach ($ring as $cell) {
            $at = 3 * $cell;
            $bin = intdiv($this->levels[$at], self::BIN) * 400
                + intdiv($this->levels[$at + 1], self::BIN) * 20 + intdiv($this->levels[$at + 2], self::BIN);
            $bins[$bin][] = $cell;
        }
        usort($bins, static fn (array $one, array $other): int => \count($other) <=> \count($one));
        $sums = [0.0, 0.0, 0.0];
        foreach ($bins[0] ?? [] as $cell) {
            for ($i = 0; $i < 3; ++$i) {
                $sums[$i] += $this->levels[3 * $cell + $i];
            }
        }
        $count = max(1, \count($bins[0] ?? []));

        return [$sums[0] / $count, $sums[1] / $count, $sums[2] / $count];
    }

    /**
     * From the border inwards, while what is there hardly differs from what is beside it and is the ground's own colour, lit or in
     * the shade.
     *
     * @param list<int> $from
     *
     * @return array<int, true> cells
     */
    private function followed(array $from, float $tolerance): array
    {
        $local = $this->surface;
        $reached = [];
        for ($round = 0; $round < self::FOLLOWED; ++$round) {
            $before = \count($reached);
            $reached = $this->joined($from, $local, $tolerance);
            if (\count($reached) < $before * 1.002) {
                break;
            }
            $local = $this->local($reached);
        }

        return $reached;
    }

    /**
     * @param list<int>   $from
     * @param list<float> $local the ground's colour as known so far
     *
     * @return array<int, true>
     */
    private function joined(array $from, array $local, float $tolerance): array
    {
        $square = $tolerance * $tolerance;
        $reached = array_fill_keys($from, true);
        $last = $this->width - 1;
        $count = $this->width * $this->height;
        for ($next = $from; [] !== $next;) {
            $now = $next;
            $next = [];
            foreach ($now as $cell) {
                $x = $cell % $this->width;
                foreach ([$x > 0 ? $cell - 1 : -1, $x < $last ? $cell + 1 : -1, $cell - $this->width, $cell + $this->width] as $beside) {
                    if ($beside < 0 || $beside >= $count || isset($reached[$beside])) {
                        continue;
                    }
                    $at = 3 * $beside;
                    $off = ($this->levels[$at] - $local[$at]) ** 2 + ($this->levels[$at + 1] - $local[$at + 1]) ** 2
                        + ($this->levels[$at + 2] - $local[$at + 2]) ** 2;
                    $isOwn = $off < $square ? $this->isOwnColour($at, self::OTHER_HUE) : $this->isShade($at, 3 * $cell);
                    if ($isOwn) {
                        $reached[$beside] = true;
                        $next[] = $beside;
                    }
                }
            }
        }

        return $reached;
    }

    /** A little darker than a cell of the ground beside it: a soft shadow deepens step by step. */
    private function isShade(int $at, int $beside): bool
    {
        $step = ($this->levels[$at] - $this->levels[$beside]) ** 2 + ($this->levels[$at + 1] - $this->levels[$beside + 1]) ** 2
            + ($this->levels[$at + 2] - $this->levels[$beside + 2]) ** 2;

        return $step < self::SHADE_STEP ** 2 && $this->isOwnColour($at, self::OTHER_SHADE);
    }

    /** The surface's colour, lit or in the shade. */
    private function isOwnColour(int $at, float $most): bool
    {
        [$r, $g, $b] = [$this->levels[$at], $this->levels[$at + 1], $this->levels[$at + 2]];
        [$mr, $mg, $mb] = [$this->surface[$at], $this->surface[$at + 1], $this->surface[$at + 2]];
        $share = ($r * $mr + $g * $mg + $b * $mb) / max(1.0, $mr * $mr + $mg * $mg + $mb * $mb);
        $off = ($r - $share * $mr) ** 2 + ($g - $share * $mg) ** 2 + ($b - $share * $mb) ** 2;

        return $share > self::DARKEST && $off < $most ** 2;
    }

    /**
     * The surface, and what the reached cells nearby are off it.
     *
     * @param array<int, true> $reached
     *
     * @return list<float>
     */
    private function local(array $reached): array
    {
        $bytes = str_repeat("\0", $this->width * $this->height);
        foreach ($reached as $cell => $_) {
            $bytes[$cell] = "\xff";
        }
        $size = new PixelSize($this->width, $this->height);
        // Beside what was not reached a cell is a mixture.
        $mask = Image::ofBytes($bytes, $size, 1, Interpretation::BlackAndWhite)->eroded(1)->cast(BandFormat::Float)->linear(1 / 255, 0.0);
        $surface = $this->grid($this->surface);
        $off = ($this->picture ?? $surface)->cast(BandFormat::Float)->minus($surface)->multipliedBy($mask)->join($mask)->copyToMemory();
        $own = $off->boxMean(1)->copyToMemory();
        // Where hardly anything was reached, what lies farther away says more.
        $isNear = $own->extractBands(3, 1)->isMoreThan(0.3)->linear(1 / 255, 0.0);
        $wide = $own->boxMean(2)->boxMean(4);
        $from = $wide->plus($own->minus($wide)->multipliedBy($isNear))->copyToMemory();
        $weight = $from->extractBands(3, 1)->linear(1.0, 0.002);

        return $surface->plus($from->extractBands(0, 3)->dividedBy($weight))->values();
    }

    /** @param array{float, float, float} $colour */
    private function off(int $cell, array $colour): float
    {
        $at = 3 * $cell;

        return sqrt(($this->levels[$at] - $colour[0]) ** 2 + ($this->levels[$at + 1] - $colour[1]) ** 2
            + ($this->levels[$at + 2] - $colour[2]) ** 2);
    }

    /** @return array{float, float} from -1 to 1 */
    private function place(int $cell): array
    {
        return [
            2 * ($cell % $this->width) / max(1, $this->width - 1) - 1,
            2 * intdiv($cell, $this->width) / max(1, $this->height - 1) - 1,
        ];
    }

    /** @return array{float, float, float, float, float} */
    private function sample(int $cell): array
    {
        $at = 3 * $cell;

        return [...$this->place($cell), (float) $this->levels[$at], (float) $this->levels[$at + 1], (float) $this->levels[$at + 2]];
    }

    /** @param list<float> $colours */
    private function grid(array $colours): Image
    {
        return Image::ofBytes(
            pack('g*', ...$colours),
            new PixelSize($this->width, $this->height),
            3,
            Interpretation::Multiband,
            BandFormat::Float,
        );
    }
}
