<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;

/**
 * The few colours that a flat graphic is made of.
 *
 * @phpstan-type Colour array{float|int, float|int, float|int}
 */
final readonly class Palette
{
    private const CHANNELS = 3;
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

    /** @param non-empty-list<Colour> $colours red, green, blue, 0 to 255 */
    private function __construct(public array $colours)
    {
    }

    /**
     * @param string $bytes  red, green, blue, 8 bits each
     * @param int    $sample about so many pixels are looked at
     *
     * @return ?self null where the picture is not made of few colours
     */
    public static function of(string $bytes, PixelSize $size, int $sample = 400_000): ?self
    {
        $counts = [];
        $row = $size->width * self::CHANNELS;
        $looked = 0;
        $step = max(1, (int) sqrt($size->pixels() / $sample));
        for ($y = 1; $y < $size->height - 1; $y += $step) {
            for ($x = 1; $x < $size->width - 1; $x += $step) {
                $at = $y * $row + $x * self::CHANNELS;
                ++$looked;
                for ($c = 0; $c < self::CHANNELS; ++$c) {
                    $here = \ord($bytes[$at + $c]);
                    if (
                        abs($here - \ord($bytes[$at + $c - self::CHANNELS])) > self::SAME ||
                        abs($here - \ord($bytes[$at + $c + self::CHANNELS])) > self::SAME ||
                        abs($here - \ord($bytes[$at + $c - $row])) > self::SAME ||
                        abs($here - \ord($bytes[$at + $c + $row])) > self::SAME
                    ) {
                        continue 2;
                    }
                }
                $colour = substr($bytes, $at, self::CHANNELS);
                $counts[$colour] = ($counts[$colour] ?? 0) + 1;
            }
        }

        return self::merged($counts, $looked)?->completed($bytes, $size, $step);
    }

    /** With the colours that are nowhere flat: of thin lines and single pixels. Null where the picture is made of more than these few. */
    private function completed(string $bytes, PixelSize $size, int $step): ?self
    {
        $counts = [];
        $looked = 0;
        for ($y = 0; $y < $size->height; $y += $step) {
            for ($x = 0; $x < $size->width; $x += $step) {
                $colour = substr($bytes, ($y * $size->width + $x) * self::CHANNELS, self::CHANNELS);
                $counts[$colour] = ($counts[$colour] ?? 0) + 1;
                ++$looked;
            }
        }
        arsort($counts);
        $palette = $this;
        while (true) {
            $strange = [];
            foreach ($counts as $colour => $count) {
                if (!$palette->explains(self::colour((string) $colour))) {
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
            $palette = new self([...$palette->colours, self::colour((string) array_key_first($strange))]);
            $counts = $strange;
        }
    }

    /** @return array{int, int, int} */
    private static function colour(string $bytes): array
    {
        return [\ord($bytes[0]), \ord($bytes[1]), \ord($bytes[2])];
    }

    /**
     * Whether a colour is one of the palette's, or a mixture of two as edges have them.
     *
     * @param Colour $colour
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
     * @param Colour $one
     * @param Colour $other
     * @param Colour $colour
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

    /**
     * The same with the colours that a picture's samples of 16 bits have.
     *
     * @param string $bytes   of the picture in 8 bits
     * @param string $samples of 16 bits, in this machine's order
     */
    public function deepened(string $bytes, string $samples): self
    {
        return new self(array_map(static function (array $colour) use ($bytes, $samples): array {
            $wanted = implode('', array_map(static fn (float|int $level): string => \chr((int) $level), $colour));
            $at = -1;
            do {
                $at = strpos($bytes, $wanted, $at + 1);
            } while (false !== $at && 0 !== $at % 3);
            /** @var array{1: int, 2: int, 3: int}|false $deep */
            $deep = false === $at ? false : unpack('S3', substr($samples, 2 * $at, 6));

            return false === $deep ? $colour : [$deep[1] / 257, $deep[2] / 257, $deep[3] / 257];
        }, $this->colours));
    }

    /** @return non-empty-list<array{float, float, float}> in levels of 255 */
    public function levels(): array
    {
        return array_map(static fn (array $colour): array => [(float) $colour[0], (float) $colour[1], (float) $colour[2]], $this->colours);
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
            [$red, $green, $blue] = array_values((array) $colour) + [null, null, null];
            if (is_numeric($red) && is_numeric($green) && is_numeric($blue)) {
                $colours[] = [$red + 0, $green + 0, $blue + 0];
            }
        }

        return [] === $colours ? null : new self($colours);
    }

    /** @param array<int|string, int> $counts of flat pixels, by colour */
    private static function merged(array $counts, int $looked): ?self
    {
        arsort($counts);
        $flat = array_sum($counts);
        /**
         * @var list<array{array{int, int, int}, int, float|int}> $groups colours with their counts and sums of squares, the most
         * frequent first
         */
        $groups = [];
        $taken = 0;
        foreach ($counts as $bytes => $count) {
            $colour = self::colour((string) $bytes);
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
     * @param Colour $one
     * @param Colour $other
     */
    private static function distance(array $one, array $other): float|int
    {
        $sum = 0;
        foreach ($one as $i => $value) {
            $sum += ($value - $other[$i]) ** 2;
        }

        return $sum;
    }
}
