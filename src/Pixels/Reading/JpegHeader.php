<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

/** What a JPEG file says of how it was saved: Rec. ITU-T T.81, its segments DQT and SOF. */
final readonly class JpegHeader
{
    /** How far into a file it is looked for, in bytes. */
    private const HEAD = 1 << 20;

    /** T.81, table K.1: steps for brightness at quality 50, in rows. */
    private const STANDARD = [
        16, 11, 10, 16, 24, 40, 51, 61,
        12, 12, 14, 19, 26, 58, 60, 55,
        14, 13, 16, 24, 40, 57, 69, 56,
        14, 17, 22, 29, 51, 87, 80, 62,
        18, 22, 37, 56, 68, 109, 103, 77,
        24, 35, 55, 64, 81, 104, 113, 92,
        49, 64, 78, 87, 103, 121, 120, 101,
        72, 92, 95, 98, 112, 100, 103, 99,
    ];

    /** Place in a block of coefficients, in rows, by its place in the file: T.81, figure A.6. */
    private const ORDER = [
        0, 1, 8, 16, 9, 2, 3, 10, 17, 24, 32, 25, 18, 11, 4, 5, 12, 19, 26, 33, 40, 48, 41, 34, 27, 20, 13, 6, 7, 14, 21, 28,
        35, 42, 49, 56, 57, 50, 43, 36, 29, 22, 15, 23, 30, 37, 44, 51, 58, 59, 52, 45, 38, 31, 39, 46, 53, 60, 61, 54, 47, 55, 62, 63,
    ];

    /** @param non-empty-array<int, int> $steps for brightness, by place in rows */
    private function __construct(
        public array $steps,
        /** How many pixels share a colour, as "4:4:4", "4:2:2", "4:2:0" or the factors themselves; null for grey. */
        public ?string $sampling,
    ) {
    }

    /** Null where the file does not say. */
    public static function of(string $path): ?self
    {
        $head = (string) file_get_contents($path, length: self::HEAD);
        $steps = $sampling = null;
        for ($at = 2, $end = \strlen($head); $at + 4 < $end && "\xFF" === $head[$at];) {
            $marker = \ord($head[$at + 1]);
            $length = (\ord($head[$at + 2]) << 8) | \ord($head[$at + 3]);
            $segment = substr($head, $at + 4, max(0, $length - 2));
            if (0xDA === $marker) {
                break;
            }
            if (0xDB === $marker) {
                $steps ??= self::brightness($segment);
            } elseif (\in_array($marker, [0xC0, 0xC1, 0xC2], true)) {
                $sampling = self::sampling($segment);
            }
            $at += 2 + $length;
        }

        return null === $steps ? null : new self($steps, $sampling);
    }

    /** As the standard's tables are commonly scaled, 1 to 100: exactly for those, about for others. */
    public function quality(): int
    {
        $best = [\PHP_INT_MAX, 100];
        foreach (range(100, 1) as $quality) {
            $off = 0;
            foreach ($this->steps as $place => $step) {
                $off += abs($step - self::step($place, $quality));
            }
            $best = min($best, [$off, $quality]);
        }

        return $best[1];
    }

    /** Of a place in the standard's table, scaled as the Independent JPEG Group's library does it. */
    public static function step(int $place, int $quality): int
    {
        $percent = $quality < 50 ? intdiv(5000, $quality) : 200 - 2 * $quality;

        return max(1, min(255, intdiv(self::STANDARD[$place] * $percent + 50, 100)));
    }

    /** @return ?non-empty-array<int, int> */
    private static function brightness(string $segment): ?array
    {
        for ($table = 0; $table < \strlen($segment);) {
            $wide = \ord($segment[$table]) >> 4;
            $bytes = 64 * (1 + $wide);
            // Brightness has the first table in every file met with.
            if (0 === (\ord($segment[$table]) & 15) && $table + $bytes < \strlen($segment)) {
                $steps = [];
                foreach (self::ORDER as $i => $place) {
                    $steps[$place] = max(1, 0 === $wide ? \ord($segment[$table + 1 + $i]) : self::u16($segment, $table + 1 + 2 * $i));
                }

                return $steps;
            }
            $table += 1 + $bytes;
        }

        return null;
    }

    private static function sampling(string $segment): ?string
    {
        if (\strlen($segment) < 15 || 3 > \ord($segment[5])) {
            return null;
        }
        [$one, $other] = [\ord($segment[7]), \ord($segment[10])];
        $across = intdiv($one >> 4, max(1, $other >> 4));
        $down = intdiv($one & 15, max(1, $other & 15));

        return [11 => '4:4:4', 21 => '4:2:2', 22 => '4:2:0', 12 => '4:4:0', 41 => '4:1:1'][10 * $across + $down] ?? "$across × $down";
    }

    private static function u16(string $bytes, int $at): int
    {
        return (\ord($bytes[$at]) << 8) | \ord($bytes[$at + 1]);
    }
}
