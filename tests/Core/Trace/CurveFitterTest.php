<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Trace;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Trace\ArcSegment;
use Snugfit\Core\Trace\Border;
use Snugfit\Core\Trace\CubicSegment;
use Snugfit\Core\Trace\CurveFitter;
use Snugfit\Core\Trace\LineSegment;
use Snugfit\Core\Trace\Mirror;
use Snugfit\Core\Trace\Polyline;
use Snugfit\Core\Trace\Segment;

/** Points along known shapes, a little off as measured ones are, become these shapes again. */
final class CurveFitterTest extends TestCase
{
    private const TOLERANCE = 0.11;

    private CurveFitter $fitter;

    protected function setUp(): void
    {
        mt_srand(7);
        $this->fitter = new CurveFitter(self::TOLERANCE, 36.0);
    }

    public function test_a_circle_is_four_quarters_of_its_radius(): void
    {
        foreach ([3.0, 11.5, 90.0] as $radius) {
            $border = $this->fitter->loop($this->along(
                static fn (float $t): array => [200 + $radius * cos($t), 150 + $radius * sin($t)],
                2 * \M_PI,
                (int) (6 * $radius),
                0.03,
            ));
            self::assertSame([ArcSegment::class], self::kinds($border), "radius $radius");
            self::assertCount(4, $border->segments);
            self::assertInstanceOf(ArcSegment::class, $border->segments[0]);
            self::assertEqualsWithDelta($radius, $border->segments[0]->radius, 0.03);
            self::assertEqualsWithDelta($border->start, $border->end(), 1e-9);
        }
    }

    public function test_corners_are_where_both_sides_meet_although_pixels_rounded_them_off(): void
    {
        $corners = [[20.3, 20.7], [120.3, 20.7], [120.3, 80.2], [20.3, 80.2]];
        $border = $this->fitter->loop($this->polygon($corners));
        self::assertSame([LineSegment::class], self::kinds($border));
        self::assertCount(4, $border->segments);
        foreach ($corners as $corner) {
            self::assertLessThan(0.1, self::nearest($border, $corner));
        }
    }

    public function test_a_star_keeps_its_sharp_points(): void
    {
        $corners = [];
        for ($i = 0; $i < 10; ++$i) {
            $radius = 0 === $i % 2 ? 90 : 38;
            $corners[] = [100 + $radius * sin($i * \M_PI / 5), 100 - $radius * cos($i * \M_PI / 5)];
        }
        $border = $this->fitter->loop($this->polygon($corners));
        self::assertCount(10, $border->segments);
        foreach ($corners as $corner) {
            self::assertLessThan(0.3, self::nearest($border, $corner));
        }
    }

    public function test_a_thin_line_has_blunt_ends_and_its_width(): void
    {
        $border = $this->fitter->loop($this->polygon([[10.0, 10.0], [110.0, 40.0], [109.3, 42.3], [9.3, 12.3]], 0.0));
        $ys = array_map(static fn (Segment $one): float => $one->end()[1], $border->segments);
        self::assertGreaterThanOrEqual(4, \count($ys));
        sort($ys);
        self::assertEqualsWithDelta(10.0, $ys[0], 0.6);
        self::assertEqualsWithDelta(42.3, end($ys), 0.6);
    }

    public function test_a_rounded_bar_is_lines_and_round_ends(): void
    {
        $points = $this->along(static function (float $t): array {
            // Two straight sides of 80, two half circles of radius 20.
            $length = fmod($t, 160 + 40 * \M_PI);
            $half = 20 * \M_PI;
            if ($length < 80) {
                return [50 + $length, 30.0];
            }
            if ($length < 80 + $half) {
                $a = ($length - 80) / 20 - \M_PI / 2;

                return [130 + 20 * cos($a), 50 + 20 * sin($a)];
            }
            if ($length < 160 + $half) {
                return [130 - ($length - 80 - $half), 70.0];
            }
            $a = ($length - 160 - $half) / 20 + \M_PI / 2;

            return [50 + 20 * cos($a), 50 + 20 * sin($a)];
        }, 160 + 40 * \M_PI, 280, 0.02);
        $border = $this->fitter->loop($points);
        self::assertContains(LineSegment::class, self::kinds($border));
        self::assertLessThanOrEqual(9, \count($border->segments));
        foreach ($points as $point) {
            self::assertLessThan(0.3, self::distance($border, $point));
        }
    }

    public function test_a_free_curve_stays_within_the_tolerance_with_few_nodes(): void
    {
        $points = $this->along(static fn (float $t): array => [40 * $t, 60 + 40 * sin($t)], 2 * \M_PI, 320, 0.03);
        $border = $this->fitter->open($points);
        self::assertLessThanOrEqual(6, \count($border->segments));
        self::assertSame($points[0], $border->start);
        self::assertEqualsWithDelta($points[\count($points) - 1], $border->end(), 1e-9, 'ends that others share stay');
        foreach ($points as $point) {
            self::assertLessThan(0.35, self::distance($border, $point));
        }
    }

    public function test_what_is_the_same_to_both_sides_stays_so_exactly(): void
    {
        // Upright, as letters are; and turned, as emblems may be.
        $shield = [[50.2, 10.3], [60.8, 10.3], [95.1, 90.4], [83.3, 110.4], [27.7, 110.4], [15.9, 90.4]];
        foreach ([0.0, 0.4] as $turn) {
            $corners = array_map(static fn (array $one): array => self::turned($one, $turn), $shield);
            $border = $this->fitter->loop($this->polygon($corners));
            self::assertCount(6, $border->segments, "turned by $turn");
            self::assertMirrored($border, Mirror::at(self::turned([55.5, 50.0], $turn), \M_PI / 2 + $turn), 0.1);
            foreach ($corners as $corner) {
                self::assertLessThan(0.15, self::nearest($border, $corner), "turned by $turn");
            }
        }
    }

    public function test_places_in_turn_are_the_nearest_ones_round_and_round(): void
    {
        $points = $this->along(static fn (float $t): array => [50 + 40 * cos($t), 50 + 25 * sin($t)], 2 * \M_PI, 120, 0.0);
        $back = array_map(static fn (array $point): array => [$point[0] + 1.5, $point[1] - 0.7], array_reverse([...$points, ...$points]));
        foreach (Polyline::nearestInTurn($points, $back) as $i => $found) {
            self::assertEqualsWithDelta(Polyline::nearest($points, $back[$i]), $found, 1e-9);
        }
    }

    public function test_a_round_form_crosses_its_mirror_squarely(): void
    {
        // An egg that stands upright.
        $egg = static fn (float $t): array => [70 + (30 - 6 * cos($t)) * sin($t), 60 + 44 * cos($t)];
        $points = $this->along($egg, 2 * \M_PI, 240, 0.03);
        $border = $this->fitter->loop($points);
        self::assertMirrored($border, Mirror::at([70.0, 0.0], \M_PI / 2), 0.05);
        $first = $border->segments[0];
        self::assertInstanceOf(CubicSegment::class, $first);
        self::assertEqualsWithDelta($border->start[1], $first->first[1], 1e-9, 'it leaves the mirror squarely');
        foreach ($points as $point) {
            self::assertLessThan(0.35, self::distance($border, $point));
        }
    }

    public function test_what_is_nearly_the_same_to_both_sides_is_left_as_it_is(): void
    {
        $corners = [[50.2, 10.3], [60.8, 10.3], [95.1, 90.4], [14.4, 90.4]];
        $border = $this->fitter->loop($this->polygon($corners));
        foreach ($corners as $corner) {
            self::assertLessThan(0.15, self::nearest($border, $corner));
        }
    }

    public function test_a_border_runs_back_as_it_came(): void
    {
        $border = new Border([0.0, 0.0], [
            new LineSegment(10.0, 0.0),
            new CubicSegment([12.0, 0.0], [20.0, 4.0], [20.0, 10.0]),
            new ArcSegment(10.0, false, true, [10.0, 20.0]),
        ]);
        $back = $border->reversed();
        self::assertSame([10.0, 20.0], $back->start);
        self::assertSame([0.0, 0.0], $back->end());
        self::assertEquals($border, $back->reversed());
        $arc = $back->segments[0];
        self::assertInstanceOf(ArcSegment::class, $arc);
        self::assertFalse($arc->turns);
    }

    public function test_an_arc_has_its_middle_and_is_followed_by_cubics(): void
    {
        // A quarter of a circle round 0, 0, with the clock on paper.
        $arc = new ArcSegment(10.0, false, true, [0.0, 10.0]);
        self::assertEqualsWithDelta([0.0, 0.0], $arc->centre([10.0, 0.0]), 1e-9);
        $far = new ArcSegment(10.0, true, false, [0.0, 10.0]);
        self::assertEqualsWithDelta([0.0, 0.0], $far->centre([10.0, 0.0]), 1e-9);
        $from = [10.0, 0.0];
        $cubics = $far->cubicsFrom($from);
        self::assertCount(3, $cubics);
        foreach ($cubics as $cubic) {
            foreach ([0.25, 0.5, 0.75] as $t) {
                self::assertEqualsWithDelta(10.0, hypot(...$cubic->at($from, $t)), 0.004);
            }
            $from = $cubic->end();
        }
        self::assertSame([0.0, 10.0], $from);
    }

    /**
     * @param \Closure(float): array{float, float} $curve
     *
     * @return non-empty-list<array{float, float}>
     */
    private function along(\Closure $curve, float $to, int $count, float $noise): array
    {
        $points = [];
        for ($i = 0; $i < max(1, $count); ++$i) {
            [$x, $y] = $curve($to * $i / $count);
            $points[] = [$x + self::noise($noise), $y + self::noise($noise)];
        }

        return $points;
    }

    /**
     * Points a pixel apart; those beside a corner pulled in, as pixels that are covered in part have it.
     *
     * @param non-empty-list<array{float, float}> $corners
     *
     * @return non-empty-list<array{float, float}>
     */
    private function polygon(array $corners, float $noise = 0.03): array
    {
        $points = [];
        foreach ($corners as $i => [$x, $y]) {
            [$nx, $ny] = $corners[($i + 1) % \count($corners)];
            $length = hypot($nx - $x, $ny - $y);
            for ($at = 0.5; $at < $length; ++$at) {
                $pull = min($at, $length - $at) < 1 ? 0.25 : 0.0;
                $points[] = [
                    $x + ($nx - $x) * $at / $length + self::noise($noise) + $pull * ($ny - $y) / $length * -1,
                    $y + ($ny - $y) * $at / $length + self::noise($noise) + $pull * ($nx - $x) / $length,
                ];
            }
        }

        return [] === $points ? [[0.0, 0.0]] : $points;
    }

    private static function noise(float $most): float
    {
        return $most * (mt_rand() / mt_getrandmax() * 2 - 1);
    }

    /** @return list<class-string> */
    private static function kinds(Border $border): array
    {
        return array_values(array_unique(array_map(static fn (Segment $one): string => $one::class, $border->segments)));
    }

    /** @param array{float, float} $place */
    private static function nearest(Border $border, array $place): float
    {
        return min(array_map(
            static fn (Segment $one): float => hypot($one->end()[0] - $place[0], $one->end()[1] - $place[1]),
            $border->segments,
        ) ?: [\INF]);
    }

    /**
     * Every end of a piece has its own on the other side of the very line that lies nearest to the expected one.
     *
     * @param float $off pixels that the line may lie off at its middle
     */
    private static function assertMirrored(Border $border, Mirror $about, float $off): void
    {
        $ends = array_map(static fn (Segment $one): array => $one->end(), $border->segments);
        $sums = array_map($about->off(...), $ends);
        $shift = array_sum($sums) / \count($sums);
        self::assertLessThan($off, abs($shift));
        $mirror = Mirror::at([$about->x + $shift * $about->dy, $about->y - $shift * $about->dx], atan2($about->dy, $about->dx));
        foreach ($ends as $end) {
            self::assertLessThan(0.02, self::nearest($border, $mirror->of($end)));
        }
    }

    /**
     * @param array{float, float} $point
     *
     * @return array{float, float}
     */
    private static function turned(array $point, float $angle): array
    {
        return [60 + ($point[0] - 60) * cos($angle) - ($point[1] - 60) * sin($angle), 60 + ($point[0] - 60) * sin($angle) + ($point[1] - 60) * cos($angle)];
    }

    /** @param array{float, float} $point */
    private static function distance(Border $border, array $point): float
    {
        $least = \INF;
        $from = $border->start;
        foreach ($border->segments as $segment) {
            foreach ($segment->cubicsFrom($from) as $cubic) {
                for ($k = 0; $k <= 300; ++$k) {
                    [$x, $y] = $cubic->at($from, $k / 300);
                    $least = min($least, hypot($x - $point[0], $y - $point[1]));
                }
                $from = $cubic->end();
            }
            $from = $segment->end();
        }

        return $least;
    }
}
