<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;

/** The few colours that a flat graphic is made of, alpha among their channels. */
final readonly class Palette
{
    private const MOST = 32;

    /** Levels within which neighbours are one area, and colours one colour. */
    private const SAME = 6;
    private const NEAR = 14;

    /** Mean square of levels from an area's colour at which a soft ramp is at work rather than JPEG, in an area of so large a share. */
    private const RAMP = 24;
    private const LARGE = 0.02;

    /** Of all flat pixels: a colour that covers less is none of the palette, unless few do. */
    private const LEAST = 0.0004;

    /** Of all pixels: where fewer lie in flat areas of the palette's colours, the picture is not flat. */
    private const FLAT = 0.55;

    /** @param non-empty-list<non-empty-list<int>> $colours by their channels, 0 to 255; premultiplied where there is alpha */
    private function __construct(public array $colours)
    {
    }

    /**
     * @param string $bytes  channels of 8 bits, interleaved
     * @param int    $sample about so many pixels are looked at
     *
     * @return ?self null where the picture is not made of few colours
     */
    public static function of(string $bytes, PixelSize $size, int $channels, int $sample = 400_000): ?self
    {
        $counts = [];
        $row = $size->width * $channels;
        $looked = 0;
        $step = max(1, (int) sqrt($size->pixels() / $sample));
        for ($y = 1; $y < $size->height - 1; $y += $step) {
            for ($x = 1; $x < $size->width - 1; $x += $step) {
                $at = $y * $row + $x * $channels;
                ++$looked;
                for ($c = 0; $c < $channels; ++$c) {
                    $here = \ord($bytes[$at + $c]);
                    if (abs($here - \ord($bytes[$at + $c - $channels])) > self::SAME || abs($here - \ord($bytes[$at + $c + $channels])) > self::SAME
                        || abs($here - \ord($bytes[$at + $c - $row])) > self::SAME || abs($here - \ord($bytes[$at + $c + $row])) > self::SAME) {
                        continue 2;
                    }
                }
                $colour = substr($bytes, $at, $channels);
                $counts[$colour] = ($counts[$colour] ?? 0) + 1;
            }
        }

        return self::merged($counts, $looked);
    }

    public function count(): int
    {
        return \count($this->colours);
    }

    /** @return list<non-empty-list<float>> for each channel, that of every colour, in units of so many */
    public function channels(float $unit): array
    {
        return array_map(fn (int $channel): array => array_map(static fn (array $colour): float => $colour[$channel] * $unit, $this->colours), array_keys($this->colours[0]));
    }

    public function json(): string
    {
        return json_encode($this->colours, \JSON_THROW_ON_ERROR);
    }

    /** What json() gave; null where the picture has none. */
    public static function fromJson(string $json): ?self
    {
        $colours = [];
        foreach ((array) json_decode($json, true) as $colour) {
            $values = \is_array($colour) ? array_values(array_filter($colour, is_int(...))) : [];
            if ([] !== $values) {
                $colours[] = $values;
            }
        }

        return [] === $colours ? null : new self($colours);
    }

    /**
     * The nearest colour.
     *
     * @param list<int> $colour
     *
     * @return array{int, int} its number and its distance squared
     */
    public function nearest(array $colour): array
    {
        $best = [0, \PHP_INT_MAX];
        foreach ($this->colours as $i => $one) {
            $distance = self::distance($one, $colour);
            if ($distance < $best[1]) {
                $best = [$i, $distance];
            }
        }

        return $best;
    }

    /** @param array<int|string, int> $counts of flat pixels, by colour */
    private static function merged(array $counts, int $looked): ?self
    {
        arsort($counts);
        $flat = array_sum($counts);
        /** @var list<array{non-empty-list<int>, int, int}> $groups colours with their counts and sums of squares, the most frequent first */
        $groups = [];
        $taken = 0;
        foreach ($counts as $bytes => $count) {
            $colour = array_map(\ord(...), str_split((string) $bytes));
            foreach ($groups as $i => [$of]) {
                $distance = self::distance($of, $colour);
                if ($distance <= self::NEAR ** 2) {
                    $groups[$i][1] += $count;
                    $groups[$i][2] += $count * $distance;
                    $taken += $count;
                    continue 2;
                }
            }
            if (\count($groups) < self::MOST) {
                $groups[] = [$colour, $count, 0];
                $taken += $count;
            }
        }
        $colours = [];
        $hasRamps = false;
        foreach ($groups as [$colour, $count, $squares]) {
            if ($count >= self::LEAST * $flat && [] !== $colour) {
                $colours[] = $colour;
            }
            $hasRamps = $hasRamps || ($count > self::LARGE * $flat && $squares > self::RAMP * $count);
        }

        return \count($colours) < 2 || $hasRamps || $taken < self::FLAT * $looked || $taken < 0.97 * $flat ? null : new self($colours);
    }

    /**
     * @param list<int> $one
     * @param list<int> $other
     */
    private static function distance(array $one, array $other): int
    {
        $sum = 0;
        foreach ($one as $i => $value) {
            $sum += ($value - $other[$i]) ** 2;
        }

        return $sum;
    }
}
