<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

/**
 * A cascade of weak classifiers of local binary patterns, as OpenCV's files hold it (Viola and Jones 2001; Zhang, Chu and others 2007;
 * both from memory): a window is dropped by the first stage that speaks against it.
 */
final readonly class FaceCascade
{
    /** Stages that are asked at every other place. */
    private const FIRST = 3;

    private const FOLDER = '/usr/share/opencv4/lbpcascades/';

    /**
     * @param list<array{float, list<array{int, array<int, int>, float, float}>}> $stages   threshold; of each weak classifier the number of
     *                                                                                   its feature, the patterns that it knows as
     *                                                                                   bits, and its two votes
     * @param list<array{int, int, int, int}>                                      $features of the first of 3 × 3 rectangles: left,
     *                                                                                   top, width, height
     */
    private function __construct(public int $side, private array $stages, private array $features)
    {
    }

    /** Finds most faces, and some that are none; null where Debian's opencv-data is not installed. */
    public static function first(): ?self
    {
        return self::named('lbpcascade_frontalface.xml');
    }

    /** Learnt from other pictures, on larger windows: says whether a face that was found is one. */
    public static function second(): ?self
    {
        return self::named('lbpcascade_frontalface_improved.xml');
    }

    private static function named(string $file): ?self
    {
        /** @var array<string, ?self> $read */
        static $read = [];

        return $read[$file] ??= is_file(self::FOLDER.$file) ? self::of((string) file_get_contents(self::FOLDER.$file)) : null;
    }

    public static function of(string $xml): self
    {
        $cascade = (new \SimpleXMLElement($xml, \LIBXML_NONET))->cascade;
        $words = static fn (string $text): array => preg_split('/\s+/', trim($text), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        $numbers = static fn (string $text): array => array_map(floatval(...), $words($text));
        $stages = $features = [];
        foreach ($cascade->stages->_ as $stage) {
            $weak = [];
            foreach ($stage->weakClassifiers->_ as $one) {
                $nodes = array_map(intval(...), $numbers((string) $one->internalNodes));
                [$known, $unknown] = $numbers((string) $one->leafValues);
                $weak[] = [$nodes[2], \array_slice($nodes, 3), $known, $unknown];
            }
            $stages[] = [(float) $stage->stageThreshold, $weak];
        }
        foreach ($cascade->features->_ as $feature) {
            [$left, $top, $width, $height] = array_map(intval(...), $numbers((string) $feature->rect));
            $features[] = [$left, $top, $width, $height];
        }

        return new self((int) $cascade->width, $stages, $features);
    }

    /**
     * Where the window of this cascade lies on what it knows: every other place is looked at, and where the first stages do not speak
     * against it, its neighbours, too.
     *
     * @param string $bytes one channel of 8 bits
     *
     * @return list<array{int, int}> left, top
     */
    public function found(string $bytes, int $width, int $height): array
    {
        [$sums, $row] = [self::sums($bytes, $width, $height), $width + 1];
        $stages = $this->places($row);
        [$first, $others] = [\array_slice($stages, 0, self::FIRST), \array_slice($stages, self::FIRST)];
        $found = [];
        for ($y = 0; $y + $this->side <= $height; $y += 2) {
            for ($x = 0; $x + $this->side <= $width; $x += 2) {
                if (!$this->isThere($sums, $y * $row + $x, $first)) {
                    continue;
                }
                foreach ([[$x, $y], [$x + 1, $y], [$x, $y + 1], [$x + 1, $y + 1]] as [$left, $top]) {
                    $isInside = $left + $this->side <= $width && $top + $this->side <= $height;
                    $isFirst = $left === $x && $top === $y;
                    if ($isInside && $this->isThere($sums, $top * $row + $left, $isFirst ? $others : $stages)) {
                        $found[] = [$left, $top];
                    }
                }
            }
        }

        return $found;
    }

    /**
     * @param \SplFixedArray<int>                                                  $sums
     * @param list<array{float, list<array{list<int>, array<int, int>, float, float}>}> $stages
     */
    private function isThere(\SplFixedArray $sums, int $at, array $stages): bool
    {
        foreach ($stages as [$threshold, $weak]) {
            $votes = 0.0;
            foreach ($weak as [$p, $patterns, $known, $unknown]) {
                $a = $sums[$at + $p[0]];
                $b = $sums[$at + $p[1]];
                $c = $sums[$at + $p[2]];
                $d = $sums[$at + $p[3]];
                $e = $sums[$at + $p[4]];
                $f = $sums[$at + $p[5]];
                $g = $sums[$at + $p[6]];
                $h = $sums[$at + $p[7]];
                $i = $sums[$at + $p[8]];
                $j = $sums[$at + $p[9]];
                $k = $sums[$at + $p[10]];
                $l = $sums[$at + $p[11]];
                $m = $sums[$at + $p[12]];
                $n = $sums[$at + $p[13]];
                $o = $sums[$at + $p[14]];
                $q = $sums[$at + $p[15]];
                $middle = $f - $g - $j + $k;
                $pattern = ($a - $b - $e + $f >= $middle ? 128 : 0) | ($b - $c - $f + $g >= $middle ? 64 : 0)
                    | ($c - $d - $g + $h >= $middle ? 32 : 0) | ($g - $h - $k + $l >= $middle ? 16 : 0)
                    | ($k - $l - $o + $q >= $middle ? 8 : 0) | ($j - $k - $n + $o >= $middle ? 4 : 0)
                    | ($i - $j - $m + $n >= $middle ? 2 : 0) | ($e - $f - $i + $j >= $middle ? 1 : 0);
                $votes += ($patterns[$pattern >> 5] >> ($pattern & 31)) & 1 ? $known : $unknown;
            }
            if ($votes < $threshold) {
                return false;
            }
        }

        return true;
    }

    /** @return list<array{float, list<array{list<int>, array<int, int>, float, float}>}> the stages with each feature's 4 × 4 corners */
    private function places(int $row): array
    {
        $corners = array_map(static function (array $feature) use ($row): array {
            [$left, $top, $width, $height] = $feature;
            $places = [];
            for ($i = 0; $i < 4; ++$i) {
                for ($j = 0; $j < 4; ++$j) {
                    $places[] = ($top + $i * $height) * $row + $left + $j * $width;
                }
            }

            return $places;
        }, $this->features);

        return array_map(static fn (array $stage): array => [
            $stage[0],
            array_map(static fn (array $weak): array => [$corners[$weak[0]], $weak[1], $weak[2], $weak[3]], $stage[1]),
        ], $this->stages);
    }

    /** @return \SplFixedArray<int> of all that lies left and above */
    private static function sums(string $bytes, int $width, int $height): \SplFixedArray
    {
        $row = $width + 1;
        /** @var \SplFixedArray<int> $sums */
        $sums = \SplFixedArray::fromArray(array_fill(0, $row * ($height + 1), 0));
        for ($y = 0, $i = 0; $y < $height; ++$y) {
            $sum = 0;
            for ($x = 0, $at = ($y + 1) * $row + 1; $x < $width; ++$x, ++$i, ++$at) {
                $sum += \ord($bytes[$i]);
                $sums[$at] = $sums[$at - $row] + $sum;
            }
        }

        return $sums;
    }
}
