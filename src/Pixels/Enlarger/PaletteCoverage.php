<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;

/**
 * How much of each pixel every colour of a palette covers. A pixel on an edge is a mixture of the two colours that meet
 * there, and never a third colour that happens to lie between them.
 */
final class PaletteCoverage
{
    /** Levels squared within which a pixel is a colour of the palette and nothing else. */
    private const IS = 8 ** 2;

    /** Levels squared within which a pixel may be a colour that has no area near it, as a thin line's. */
    private const MAY_BE = 30 ** 2;

    /** Levels squared that a mixture with such a colour has to be better by. */
    private const DOUBT = 14 ** 2;

    /** @var array<string, array{int, int}> nearest colour and distance, by the pixel's bytes */
    private array $nearest = [];

    private readonly int $channels;

    public function __construct(private readonly Palette $palette)
    {
        $this->channels = \count($palette->colours[0]);
    }

    /**
     * @param string $bytes channels of 8 bits, interleaved
     *
     * @return string covers, 0 to 255, of every colour, interleaved
     */
    public function of(string $bytes, PixelSize $size): string
    {
        $count = $this->palette->count();
        $sure = $this->sure($bytes);
        $labels = $this->labels($sure, $size);
        $full = ["\xff" => ''];
        for ($i = 0; $i < $count; ++$i) {
            $full[\chr($i)] = str_repeat("\0", $i)."\xff".str_repeat("\0", $count - $i - 1);
        }
        $covers = '';
        // A run of one area at a time: most of a flat graphic is areas.
        for ($at = 0, $end = \strlen($labels); $at < $end; $at += $run) {
            $label = $labels[$at];
            $run = max(1, "\xff" === $label ? 1 : strspn($labels, $label, $at));
            $covers .= "\xff" === $label ? $this->mixture($bytes, $labels, $at, $size) : str_repeat($full[$label], $run);
        }

        return $covers;
    }

    /** @return string for every pixel its colour's number; 255 where it is no colour of the palette */
    private function sure(string $bytes): string
    {
        $sure = '';
        for ($at = 0, $end = \strlen($bytes); $at < $end; $at += $this->channels) {
            [$colour, $distance] = $this->nearest(substr($bytes, $at, $this->channels));
            $sure .= $distance <= self::IS ? \chr($colour) : "\xff";
        }

        return $sure;
    }

    /** @return string for every pixel the colour in an area of which it lies; 255 elsewhere */
    private function labels(string $sure, PixelSize $size): string
    {
        $labels = $sure;
        $width = $size->width;
        for ($at = 0, $end = \strlen($sure); $at < $end; ++$at) {
            $colour = $sure[$at];
            $x = $at % $width;
            // In an region: along one axis at least, both neighbours are of it too.
            $across = $sure[0 === $x ? $at : $at - 1] === $colour && $sure[$x === $width - 1 ? $at : $at + 1] === $colour;
            if (!$across && (($sure[max($at - $width, $x)] !== $colour) || $sure[min($at + $width, $end - $width + $x)] !== $colour)) {
                $labels[$at] = "\xff";
            }
        }

        return $labels;
    }

    private function mixture(string $bytes, string $labels, int $at, PixelSize $size): string
    {
        [$x, $y] = [$at % $size->width, intdiv($at, $size->width)];
        /** @var array<int, int> $near colours that may be here, and what is doubted about them */
        $near = [];
        for ($v = max(0, $y - 2); $v <= min($size->height - 1, $y + 2); ++$v) {
            for ($u = max(0, $x - 2); $u <= min($size->width - 1, $x + 2); ++$u) {
                $i = $v * $size->width + $u;
                if ("\xff" !== $labels[$i]) {
                    $near[\ord($labels[$i])] = 0;
                } elseif (abs($u - $x) < 2 && abs($v - $y) < 2) {
                    [$colour, $distance] = $this->nearest(substr($bytes, $i * $this->channels, $this->channels));
                    if ($distance <= self::MAY_BE) {
                        $near[$colour] ??= self::DOUBT;
                    }
                }
            }
        }
        $pixel = substr($bytes, $at * $this->channels, $this->channels);
        [$one, $other, $share] = $this->best($this->values($pixel), $near) ?? [$this->nearest($pixel)[0], 0, 1.0];
        $covers = str_repeat("\0", $this->palette->count());
        $covers[$other] = \chr((int) round(255 * (1 - $share)));
        $covers[$one] = \chr((int) round(255 * ($one === $other ? 1.0 : $share)));

        return $covers;
    }

    /** @return array{int, int} */
    private function nearest(string $pixel): array
    {
        return $this->nearest[$pixel] ??= $this->palette->nearest($this->values($pixel));
    }

    /**
     * The two colours whose mixture a pixel is.
     *
     * @param list<int>       $pixel
     * @param array<int, int> $near
     *
     * @return ?array{int, int, float} both, and the share of the first
     */
    private function best(array $pixel, array $near): ?array
    {
        $best = null;
        $least = \INF;
        foreach ($near as $one => $doubt) {
            foreach ($near as $other => $otherDoubt) {
                if ($other < $one) {
                    continue;
                }
                [$share, $off] = $this->share($pixel, $this->palette->colours[$one], $this->palette->colours[$other]);
                $off += max($share > 0.02 ? $doubt : 0, $share < 0.98 ? $otherDoubt : 0);
                if ($off < $least) {
                    $least = $off;
                    $best = [$one, $other, $share];
                }
            }
        }

        return $best;
    }

    /**
     * @param list<int> $pixel
     * @param list<int> $one
     * @param list<int> $other
     *
     * @return array{float, float} the share of the first, and how far the mixture is off, in levels squared
     */
    private function share(array $pixel, array $one, array $other): array
    {
        $along = $length = 0;
        foreach ($pixel as $c => $value) {
            $span = $one[$c] - $other[$c];
            $along += ($value - $other[$c]) * $span;
            $length += $span * $span;
        }
        $share = 0 === $length ? 1.0 : min(1.0, max(0.0, $along / $length));
        $off = 0.0;
        foreach ($pixel as $c => $value) {
            $off += ($value - $other[$c] - $share * ($one[$c] - $other[$c])) ** 2;
        }

        return [$share, $off];
    }

    /** @return list<int> */
    private function values(string $pixel): array
    {
        return array_map(\ord(...), str_split($pixel));
    }
}
