<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/**
 * A cup in a photo: from the four ends of its outline, its diameter and how far from above it is seen follows how the camera sees its
 * side. The outline is where it bends away from the viewer, so it lies in the plane of the axis; its sides count as parallel.
 */
final readonly class PhotographedCup
{
    /** How far away it counts as photographed, in diameters: so far that near and far sides are hardly of other sizes. */
    private const DISTANCE = 12.0;

    /** Degrees; beyond it a cup shows its inside. */
    private const STEEPEST = 60.0;

    private function __construct(public Projection $projection, public Length $diameter, public Length $height)
    {
    }

    /**
     * @param array{array{float, float}, array{float, float}, array{float, float}, array{float, float}} $corners in pixels of the photo,
     *   clockwise from the left upper one
     * @param ?Length $height null where it is not known: then the corners tell it
     * @param float   $above  degrees by which the camera looks down on it; less than nothing for from below
     *
     * @throws ImpossibleScene
     */
    public static function of(array $corners, Length $diameter, ?Length $height, float $above): self
    {
        $wide = $diameter->inMillimetres();
        if ($wide <= 0) {
            throw ImpossibleScene::because('The diameter has to be more than nothing.');
        }
        if (abs($above) > self::STEEPEST) {
            throw ImpossibleScene::because(\sprintf('A cup is seen from 0 to %d degrees above.', self::STEEPEST));
        }
        [$a, $b, $c, $d] = $corners;
        $across = [($b[0] - $a[0] + $c[0] - $d[0]) / 2, ($b[1] - $a[1] + $c[1] - $d[1]) / 2];
        $down = [($d[0] - $a[0] + $c[0] - $b[0]) / 2, ($d[1] - $a[1] + $c[1] - $b[1]) / 2];
        if ($across[0] * $down[1] - $across[1] * $down[0] <= 1.0) {
            throw ImpossibleScene::because('Its four corners have to go round clockwise, from the left upper one.');
        }
        $scale = hypot(...$across) / $wide;
        $high = $height?->inMillimetres() ?? hypot(...$down) / ($scale * cos(deg2rad($above)));
        // What looks to the viewer lies lower in the photo, the farther from above it is seen.
        $out = array_map(static fn (float $one): float => $one / hypot(...$down) * $scale * sin(deg2rad($above)), $down);
        $middle = [($a[0] + $b[0] + $c[0] + $d[0]) / 4, ($a[1] + $b[1] + $c[1] + $d[1]) / 4];
        $nearer = -1 / (self::DISTANCE * $wide);
        $row = static fn (int $axis): array => [
            $across[$axis] / $wide, $down[$axis] / $high, $out[$axis] + $middle[$axis] * $nearer, $middle[$axis],
        ];

        return new self(new Projection([...$row(0), ...$row(1), 0.0, 0.0, $nearer, 1.0]), $diameter, Length::millimetres($high));
    }

    /** @param float $turned degrees by which a print's middle is turned to the right */
    public function surface(float $turned): RoundSurface
    {
        $around = PrintSize::millimetres(\M_PI * $this->diameter->inMillimetres(), $this->height->inMillimetres());

        return new RoundSurface($this->projection, $around, Length::millimetres($this->diameter->inMillimetres() / 2), $turned);
    }
}
