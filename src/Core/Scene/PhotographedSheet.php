<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PrintSize;

/**
 * A flat thing of known size in a photo: from where its four corners are seen follows how the camera sees its whole plane, and what
 * stands out of it. Pixels are square and the lens looks at the photo's middle, as with photos that were not cropped.
 */
final readonly class PhotographedSheet
{
    /** A lens as usual, in parts of the photo's long side, where the corners do not tell (no line runs away from the viewer). */
    private const USUAL_LENS = 1.2;
    private const SHORTEST_LENS = 0.4;
    private const LONGEST_LENS = 12.0;

    /** How much of the sheet's size prints may have at most, and how near the photo's edge they may come, as a share of it. */
    private const MOST_TIMES = 6.0;
    private const EDGE = 0.01;

    private function __construct(public Projection $projection, public PrintSize $size, private PixelSize $photo)
    {
    }

    /**
     * @param array{array{float, float}, array{float, float}, array{float, float}, array{float, float}} $corners in pixels of the photo,
     *   clockwise from the left upper one
     * @param ?Length $height null where it is not known: then the corners tell it
     *
     * @throws ImpossibleScene
     */
    public static function of(array $corners, PixelSize $photo, Length $width, ?Length $height = null): self
    {
        self::mustBeConvex($corners);
        [$cx, $cy] = [$photo->width / 2, $photo->height / 2];
        $centred = Homography::ofCorners([
            [$corners[0][0] - $cx, $corners[0][1] - $cy],
            [$corners[1][0] - $cx, $corners[1][1] - $cy],
            [$corners[2][0] - $cx, $corners[2][1] - $cy],
            [$corners[3][0] - $cx, $corners[3][1] - $cy],
        ])->numbers;
        $f = self::lens($centred, $photo);
        // The square's sides as the camera sees them, by a lens of one.
        $across = [$centred[0] / $f, $centred[3] / $f, $centred[6]];
        $down = [$centred[1] / $f, $centred[4] / $f, $centred[7]];
        $origin = [$centred[2] / $f, $centred[5] / $f, $centred[8]];
        $wide = $width->inMillimetres();
        if ($wide <= 0) {
            throw ImpossibleScene::because('The known length has to be more than nothing.');
        }
        $scale = self::length($across) / $wide;
        $high = $height?->inMillimetres() ?? self::length($down) / $scale;
        $r1 = array_map(static fn (float $one): float => $one / $wide, $across);
        $r2 = array_map(static fn (float $one): float => $one / $high, $down);
        // Out of the plane, as long as a millimetre along it, towards the camera: x × y looks away from it.
        $out = self::cross($r1, $r2);
        $out = array_map(static fn (float $one): float => -$one * $scale / max(1e-30, self::length($out)), $out);
        $middle = [];
        for ($i = 0; $i < 3; ++$i) {
            $middle[$i] = $origin[$i] + $across[$i] / 2 + $down[$i] / 2;
        }
        $rows = [];
        foreach ([0, 1] as $row) {
            $centre = 0 === $row ? $cx : $cy;
            foreach ([$r1, $r2, $out, $middle] as $column) {
                $rows[] = $f * $column[$row] + $centre * $column[2];
            }
        }
        foreach ([$r1, $r2, $out, $middle] as $column) {
            $rows[] = $column[2];
        }

        return new self(new Projection($rows), PrintSize::millimetres($wide, $high), $photo);
    }

    /** How large a print can be round the sheet's middle, in the sheet's proportions, and still be seen whole. */
    public function room(): PrintSize
    {
        [$width, $height] = [$this->size->width->inMillimetres(), $this->size->height->inMillimetres()];
        [$fits, $tooMuch] = [1.0, self::MOST_TIMES];
        while ($tooMuch - $fits > 0.01) {
            $middle = ($fits + $tooMuch) / 2;
            $this->isSeen($width * $middle, $height * $middle) ? $fits = $middle : $tooMuch = $middle;
        }

        return PrintSize::millimetres($width * $fits, $height * $fits);
    }

    private function isSeen(float $width, float $height): bool
    {
        foreach ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as [$x, $y]) {
            [$px, $py] = $this->projection->point($x * $width / 2, $y * $height / 2);
            if ($px < self::EDGE * $this->photo->width || $px > (1 - self::EDGE) * $this->photo->width
                || $py < self::EDGE * $this->photo->height || $py > (1 - self::EDGE) * $this->photo->height) {
                return false;
            }
        }

        return true;
    }

    /**
     * The focal length in pixels by which the sides of a rectangle are upright to each other (Zhang 2000, from memory).
     *
     * @param array{float, float, float, float, float, float, float, float, float} $h
     */
    private static function lens(array $h, PixelSize $photo): float
    {
        $long = $photo->longSide();
        $vanishing = $h[6] * $h[7];
        $square = abs($vanishing) < 1e-12 ? -1.0 : -($h[0] * $h[1] + $h[3] * $h[4]) / $vanishing;

        return $square > (self::SHORTEST_LENS * $long) ** 2 && $square < (self::LONGEST_LENS * $long) ** 2
            ? sqrt($square)
            : self::USUAL_LENS * $long;
    }

    /** @param array{array{float, float}, array{float, float}, array{float, float}, array{float, float}} $corners */
    private static function mustBeConvex(array $corners): void
    {
        for ($i = 0; $i < 4; ++$i) {
            [$a, $b, $c] = [$corners[$i], $corners[($i + 1) % 4], $corners[($i + 2) % 4]];
            if (($b[0] - $a[0]) * ($c[1] - $b[1]) - ($b[1] - $a[1]) * ($c[0] - $b[0]) <= 1.0) {
                throw ImpossibleScene::because('Its four corners have to go round clockwise, from the left upper one.');
            }
        }
    }

    /** @param array<int, float> $vector */
    private static function length(array $vector): float
    {
        return sqrt(array_sum(array_map(static fn (float $one): float => $one * $one, $vector)));
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b
     *
     * @return array{float, float, float}
     */
    private static function cross(array $a, array $b): array
    {
        return [$a[1] * $b[2] - $a[2] * $b[1], $a[2] * $b[0] - $a[0] * $b[2], $a[0] * $b[1] - $a[1] * $b[0]];
    }
}
