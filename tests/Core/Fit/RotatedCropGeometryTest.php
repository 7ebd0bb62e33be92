<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Fit\RotatedCropGeometry;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ratio;

/** Against corners that are turned one by one, and places that are tried one by one. */
final class RotatedCropGeometryTest extends TestCase
{
    private const TILTS = [-44.0, -12.5, -0.4, 0.0, 0.3, 7.0, 30.0, 45.0];

    public function test_the_largest_window_touches_two_sides_of_the_picture_and_leaves_none(): void
    {
        foreach (self::TILTS as $tilt) {
            foreach ([[3000, 2000], [700, 2100], [1000, 1000]] as [$width, $height]) {
                foreach (['2x3', '5x4', '1x1', '3x1'] as $ratio) {
                    $picture = new PixelSize($width, $height);
                    [$across, $down] = (new RotatedCropGeometry($tilt))->largest($picture, Ratio::ofPixels(PixelSize::parse($ratio)));
                    self::assertEqualsWithDelta(Ratio::ofPixels(PixelSize::parse($ratio))->value(), $across / $down, 0.002);
                    [$reach, $fall] = self::span($across, $down, $tilt);
                    $why = "$ratio of {$width}x$height at $tilt degrees";
                    self::assertLessThanOrEqual($width + 0.75, $reach, $why);
                    self::assertLessThanOrEqual($height + 0.75, $fall, $why);
                    self::assertEqualsWithDelta(0.0, min($width - $reach, $height - $fall), 0.75, "$why: no larger one has room");
                }
            }
        }
    }

    public function test_a_whole_window_fits_where_its_corners_lie_in_the_picture_and_nowhere_else(): void
    {
        $picture = new PixelSize(90, 60);
        foreach (self::TILTS as $tilt) {
            $geometry = new RotatedCropGeometry($tilt);
            $size = $geometry->window($picture, Ratio::ofPixels(new PixelSize(4, 3)), 1.6);
            $fitting = 0;
            for ($x = -5; $x < 90; ++$x) {
                for ($y = -5; $y < 60; ++$y) {
                    $window = new PixelWindow($x, $y, $size->width, $size->height);
                    $out = 0.0;
                    foreach (self::corners($window, $tilt) as [$cornerX, $cornerY]) {
                        $out = max($out, -$cornerX, $cornerX - 90, -$cornerY, $cornerY - 60);
                    }
                    // A tilted one's whole place is within half a pixel of its own.
                    $may = 0.0 === $tilt ? 1e-6 : 0.5 + 1e-6;
                    self::assertSame($out <= $may, $geometry->fits($picture, $window), "$x,$y at $tilt degrees");
                    $fitting += $out <= $may ? 1 : 0;
                }
            }
            self::assertGreaterThan(0, $fitting, "there is room at $tilt degrees");
        }
    }

    public function test_the_box_round_a_window_holds_all_of_its_corners_and_hardly_more(): void
    {
        $picture = new PixelSize(4000, 3000);
        foreach (self::TILTS as $tilt) {
            $window = new PixelWindow(1400, 1200, 900, 600);
            $box = (new RotatedCropGeometry($tilt))->boxRound($window, $picture);
            $corners = self::corners($window, $tilt);
            self::assertEqualsWithDelta(min(array_column($corners, 0)), $box->x, 1.0);
            self::assertEqualsWithDelta(max(array_column($corners, 0)), $box->x + $box->width, 1.0);
            self::assertEqualsWithDelta(min(array_column($corners, 1)), $box->y, 1.0);
            self::assertEqualsWithDelta(max(array_column($corners, 1)), $box->y + $box->height, 1.0);
        }
    }

    public function test_how_much_of_a_box_is_kept_is_what_points_by_chance_say(): void
    {
        mt_srand(5);
        foreach (self::TILTS as $tilt) {
            $window = new PixelWindow(300, 200, 500, 300);
            foreach ([[250, 150, 200, 100], [500, 300, 100, 100], [700, 100, 300, 200], [20, 20, 50, 50]] as [$x, $y, $width, $height]) {
                $kept = 0;
                for ($i = 0; $i < 4000; ++$i) {
                    $kept += self::holds($window, $tilt, $x + $width * mt_rand() / mt_getrandmax(), $y + $height * mt_rand() / mt_getrandmax()) ? 1 : 0;
                }
                $told = (new RotatedCropGeometry($tilt))->keptOf(new PixelWindow($x, $y, $width, $height), $window);
                self::assertEqualsWithDelta($kept / 4000, $told, 0.06, "$x,$y at $tilt degrees");
            }
        }
    }

    public function test_a_window_that_can_hold_all_boxes_does_and_stays_in_the_picture(): void
    {
        $picture = new PixelSize(1200, 900);
        $boxes = [new PixelWindow(380, 300, 120, 60), new PixelWindow(600, 420, 80, 160)];
        foreach (self::TILTS as $tilt) {
            $geometry = new RotatedCropGeometry($tilt);
            $size = new PixelSize(560, 420);
            foreach ([[100.0, 100.0], [600.0, 450.0], [1150.0, 800.0]] as $wished) {
                [$x, $y] = $geometry->holding($boxes, $picture, $size, $wished);
                $window = new PixelWindow((int) round($x - 280), (int) round($y - 210), 560, 420);
                self::assertTrue($geometry->fits($picture, $window), "at $tilt degrees");
                foreach ($boxes as $box) {
                    self::assertGreaterThan(0.99, $geometry->keptOf($box, $window), "at $tilt degrees from $wished[0],$wished[1]");
                }
            }
        }
    }

    /** @return non-empty-list<array{float, float}> of a window whose picture is turned clockwise round its middle, on that picture */
    private static function corners(PixelWindow $window, float $tilt): array
    {
        [$cos, $sin] = [cos(deg2rad($tilt)), sin(deg2rad($tilt))];
        $corners = [];
        foreach ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as [$right, $low]) {
            [$u, $v] = [$right * $window->width / 2, $low * $window->height / 2];
            // The other way round than the picture goes.
            $corners[] = [$window->x + $window->width / 2 + $u * $cos + $v * $sin, $window->y + $window->height / 2 - $u * $sin + $v * $cos];
        }

        return $corners;
    }

    /** @return array{float, float} how far a window reaches across and down */
    private static function span(float $width, float $height, float $tilt): array
    {
        $corners = self::corners(new PixelWindow(0, 0, (int) round($width), (int) round($height)), $tilt);
        [$xs, $ys] = [array_column($corners, 0), array_column($corners, 1)];

        return [max($xs) - min($xs), max($ys) - min($ys)];
    }

    /** Whether a place of the picture is in a window, by the sides of its four corners. */
    private static function holds(PixelWindow $window, float $tilt, float $x, float $y): bool
    {
        $corners = self::corners($window, $tilt);
        foreach ($corners as $i => [$x0, $y0]) {
            [$x1, $y1] = $corners[($i + 1) % 4];
            if (($x1 - $x0) * ($y - $y0) - ($y1 - $y0) * ($x - $x0) < 0) {
                return false;
            }
        }

        return true;
    }
}
