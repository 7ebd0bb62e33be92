<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Web\Shared\PlacementSvg;

/** What SVG is told about a pose must put every point where the planner's own pose puts it. */
final class PlacementSvgTest extends TestCase
{
    public function test_a_drawn_pose_is_the_planners_pose(): void
    {
        $upright = new PixelSize(600, 400);
        foreach (QuarterTurn::cases() as $turn) {
            foreach ([false, true] as $flip) {
                $transform = new ImageTransform($turn, $flip);
                $transformed = $transform->size($upright);
                foreach ([[0.1, 0.2], [0.5, 0.5], [0.93, 0.04]] as [$x, $y]) {
                    $dot = $transform->box(new FractionBox($x, $y, 1e-6, 1e-6));
                    [$drawnX, $drawnY] = $this->transformed(PlacementSvg::transform($transform, $upright), $x * $upright->width, $y * $upright->height);
                    self::assertEqualsWithDelta([$dot->x * $transformed->width, $dot->y * $transformed->height], [$drawnX, $drawnY], 0.01, $turn->name.($flip ? ', mirrored' : ''));
                }
            }
        }
    }

    /**
     * SVG 1.1: transforms in a list apply from the last to the first.
     *
     * @return array{float, float}
     */
    private function transformed(string $list, float $x, float $y): array
    {
        preg_match_all('/(translate|rotate|scale)\(([-\d. ]+)\)/', $list, $steps, \PREG_SET_ORDER);
        foreach (array_reverse($steps) as [, $name, $numbers]) {
            $n = array_map(floatval(...), explode(' ', $numbers));
            [$x, $y] = match ($name) {
                'translate' => [$x + $n[0], $y + $n[1]],
                'scale' => [$x * $n[0], $y * $n[1]],
                default => [$x * cos(deg2rad($n[0])) - $y * sin(deg2rad($n[0])), $x * sin(deg2rad($n[0])) + $y * cos(deg2rad($n[0]))],
            };
        }

        return [$x, $y];
    }
}
