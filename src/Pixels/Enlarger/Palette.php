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

    /** Levels from every colour and every mixture of two, from which on a pixel is of another colour: ripples beside edges are nearer. */
    private const STRANGE = 44;

    /** Of all pixels: so few of other colours are let go. */
    private const LET_GO = 0.0003;

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
                    if (
                        abs($here - \ord($bytes[$at + $c - $channels])) > self::SAME ||
                        abs($here - \ord($bytes[$at + $c + $channels])) > self::SAME ||
                        abs($here - \ord($bytes[$at + $c - $row])) > self::SAME ||
                        abs($here - \ord($bytes[$at + $c + $row])) > self::SAME
                    ) {
                        continue 2;
                    }
                }
                $colour = substr($bytes, $at, $channels);
                $counts[$colour] = ($counts[$colour] ?? 0) + 1;
            }
        }

        return self::merged($counts, $looked)?->completed($bytes, $size, $channels, $step);
    }

    /** With the colours that are nowhere flat: of thin lines and single pixels. Null where the picture is made of more than these few. */
    private function completed(string $bytes, PixelSize $size, int $channels, int $step): ?self
    {
        $counts = [];
        $looked = 0;
        for ($y = 0; $y < $size->height; $y += $step) {
            for ($x = 0; $x < $size->width; $x += $step) {
                $colour = substr($bytes, ($y * $size->width + $x) * $channels, $channels);
                $counts[$colour] = ($counts[$colour] ?? 0) + 1;
                ++$looked;
            }
        }
        arsort($counts);
        $palette = $this;
        while (true) {
            $strange = [];
            foreach ($counts as $colour => $count) {
                if (!$palette->explains(self::levels((string) $colour))) {
                    $strange[$colour] = $count;
                }
            }
            if (array_sum($strange) <= self::LET_GO * $looked) {
                return $palette;
            }
            if ($palette->count() >= self::MOST) {
                return null;
            }
            // The most frequent of them; what lies between it and the others is explained with it.
            $palette = new self([...$palette->colours, self::levels((string) array_key_first($strange))]);
            $counts = $strange;
        }
    }

    /** @return non-empty-list<int> */
    private static function levels(string $bytes): array
    {
        $levels = array_map(\ord(...), str_split($bytes));

        return [] === $levels ? throw new \LogicException('A colour has channels.') : $levels;
    }

    /**
     * Whether a colour is one of the palette's, or a mixture of two as edges have them.
     *
     * @param non-empty-list<int> $colour
     */
    private function explains(array $colour): bool
    {
        foreach ($this->colours as $i => $one) {
            if (self::distance($one, $colour) <= self::STRANGE ** 2) {
                return true;
            }
            for ($j = 0; $j < $i; ++$j) {
                if (self::fromLine($one, $this->colours[$j], $colour) <= self::STRANGE ** 2) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Squared distance from the straight line between two colours.
     *
     * @param non-empty-list<int> $one
     * @param non-empty-list<int> $other
     * @param non-empty-list<int> $colour
     */
    private static function fromLine(array $one, array $other, array $colour): float
    {
        [$along, $length] = [0, 0];
        foreach ($one as $i => $value) {
            $along += ($colour[$i] - $value) * ($other[$i] - $value);
            $length += ($other[$i] - $value) ** 2;
        }
        $share = 0 === $length ? 0.0 : max(0.0, min(1.0, $along / $length));
        $off = 0.0;
        foreach ($one as $i => $value) {
            $off += ($colour[$i] - $value - $share * ($other[$i] - $value)) ** 2;
        }

        return $off;
    }

    public function count(): int
    {
        return \count($this->colours);
    }

    /** @return list<non-empty-list<float>> for each channel, that of every colour, in units of so many */
    public function channels(float $unit): array
    {
        return array_map(
            fn (int $channel): array => array_map(static fn (array $colour): float => $colour[$channel] * $unit, $this->colours),
            array_keys($this->colours[0]),
        );
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
        /**
         * @var list<array{non-empty-list<int>, int, int}> $groups colours with their counts and sums of squares, the most
         * frequent first
         */
        $groups = [];
        $taken = 0;
        foreach ($counts as $bytes => $count) {
            $colour = self::levels((string) $bytes);
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
            if ($count >= self::LEAST * $flat) {
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
