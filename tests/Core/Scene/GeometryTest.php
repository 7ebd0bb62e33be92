<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Scene;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Scene\Homography;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PhotographedSheet;
use Snugfit\Core\Scene\Projection;
use Snugfit\Core\Scene\RoundSurface;

/** How surfaces are seen, held against a camera that is worked out here step by step. */
final class GeometryTest extends TestCase
{
    private const FOCAL = 1800.0;

    public function test_a_projection_is_what_a_pinhole_camera_sees(): void
    {
        $projection = $this->camera(25.0, -10.0);
        foreach ([[0, 0, 0], [300, -200, 0], [-450, 120, 60], [10, 400, -30]] as [$x, $y, $z]) {
            self::assertEqualsWithDelta($this->seen(25.0, -10.0, $x, $y, $z), $projection->point($x, $y, $z), 1e-6);
        }
        self::assertEqualsWithDelta($this->seen(25.0, -10.0, 100, 50, 40), $projection->parallelTo(40.0)->point(100, 50), 1e-6);
        $half = $projection->scaled(0.5)->point(300, -200);
        self::assertEqualsWithDelta(array_map(static fn (float $side): float => $side / 2, $projection->point(300, -200)), $half, 1e-6);
    }

    public function test_the_eye_is_where_the_camera_stands(): void
    {
        // Turned about the vertical, the camera goes round the middle of the surface in a circle.
        [$x, $y, $z] = $this->camera(30.0, 0.0)->eye();
        self::assertEqualsWithDelta([2500 * sin(deg2rad(30.0)), 0.0, 2500 * cos(deg2rad(30.0))], [abs($x), $y, $z], 1e-6);
        self::assertGreaterThan(0, $z, 'before the surface, not behind it');
    }

    public function test_a_plane_is_found_again_by_its_inverse(): void
    {
        $plane = $this->camera(-35.0, 12.0)->parallelTo();
        $back = $plane->inverse();
        foreach ([[0, 0], [-310, 95], [420, 260]] as [$x, $y]) {
            self::assertEqualsWithDelta([(float) $x, (float) $y], $back->point(...$plane->point($x, $y)), 1e-6);
        }
        self::assertEqualsWithDelta([3.0, -7.0], $back->after($plane)->point(3.0, -7.0), 1e-6);
    }

    public function test_four_corners_make_a_plane_that_goes_through_them(): void
    {
        $corners = [[100.0, 80.0], [900.0, 140.0], [860.0, 700.0], [60.0, 620.0]];
        $plane = Homography::ofCorners($corners);
        foreach ([[0, 0], [1, 0], [1, 1], [0, 1]] as $i => [$x, $y]) {
            self::assertEqualsWithDelta($corners[$i], $plane->point($x, $y), 1e-9);
        }
    }

    /** @return iterable<string, array{float, float, bool}> */
    public static function cameras(): iterable
    {
        // Only where lines run away on both axes do the corners tell the lens, and so the height.
        yield 'to the side and from above' => [28.0, -14.0, true];
        yield 'the other way' => [-40.0, 20.0, true];
        yield 'straight on' => [0.0, 0.0, true];
    }

    #[DataProvider('cameras')]
    public function test_a_photographed_sheet_gives_the_camera_back(float $around, float $above, bool $isHeightFound): void
    {
        $corner = fn (float $x, float $y): array => $this->seen($around, $above, $x, $y, 0);
        $corners = [$corner(-300, -200), $corner(300, -200), $corner(300, 200), $corner(-300, 200)];
        $sheet = PhotographedSheet::of($corners, new PixelSize(2000, 1500), Length::millimetres(600));
        if ($isHeightFound) {
            self::assertEqualsWithDelta(400.0, $sheet->size->height->inMillimetres(), 2.0);
        }
        $sheet = PhotographedSheet::of($corners, new PixelSize(2000, 1500), Length::millimetres(600), Length::millimetres(400));
        foreach ([[-300, -200], [300, -200], [300, 200], [-300, 200]] as $i => [$x, $y]) {
            self::assertEqualsWithDelta($corners[$i], $sheet->projection->point($x, $y), 0.01);
        }
        if (0.0 !== $around) {
            // What stands out of the plane does so towards the viewer, by the right amount.
            self::assertEqualsWithDelta($this->seen($around, $above, 300, 200, 50), $sheet->projection->point(300, 200, 50), 0.5);
        }
        self::assertGreaterThan(0, $sheet->projection->eye()[2]);
    }

    public function test_room_for_prints_ends_with_the_photo(): void
    {
        $corner = fn (float $x, float $y): array => $this->seen(20.0, 0.0, $x, $y, 0);
        $sheet = PhotographedSheet::of([$corner(-300, -200), $corner(300, -200), $corner(300, 200), $corner(-300, 200)], new PixelSize(2000, 1500), Length::millimetres(600), Length::millimetres(400));
        $room = $sheet->room();
        self::assertEqualsWithDelta(1.5, $room->ratio(), 0.01);
        $times = $room->width->inMillimetres() / 600;
        self::assertGreaterThan(1.3, $times);
        foreach ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as [$x, $y]) {
            [$px, $py] = $sheet->projection->point($x * 300 * $times, $y * 200 * $times);
            self::assertTrue($px > 0 && $px < 2000 && $py > 0 && $py < 1500);
        }
    }

    public function test_corners_that_cross_are_refused(): void
    {
        $this->expectException(ImpossibleScene::class);
        PhotographedSheet::of([[0.0, 0.0], [100.0, 100.0], [100.0, 0.0], [0.0, 100.0]], new PixelSize(200, 200), Length::millimetres(100));
    }

    public function test_a_print_round_a_cup_follows_the_cylinder(): void
    {
        $projection = $this->camera(0.0, 0.0);
        $surface = new RoundSurface($projection, PrintSize::millimetres(250, 90), Length::millimetres(40), 30.0);
        foreach ([[0.0, 0.0], [15.0, -20.0], [-22.5, 31.0]] as [$u, $v]) {
            $angle = deg2rad(30.0) + $u / 40.0;
            self::assertEqualsWithDelta($this->seen(0.0, 0.0, 40 * sin($angle), $v, 40 * cos($angle)), $surface->point($u, $v), 1e-6);
        }
    }

    private function camera(float $around, float $above): Projection
    {
        $columns = [];
        foreach ([[1, 0, 0], [0, 1, 0], [0, 0, 1], [0, 0, 0]] as $i => $way) {
            [$x, $y, $z] = $this->inCamera($around, $above, ...$way);
            if ($i < 3) {
                [$ox, $oy, $oz] = $this->inCamera($around, $above, 0, 0, 0);
                [$x, $y, $z] = [$x - $ox, $y - $oy, $z - $oz];
            }
            $columns[] = [self::FOCAL * $x + 1000 * $z, self::FOCAL * $y + 750 * $z, $z];
        }

        return new Projection(array_merge(...array_map(static fn (int $row): array => array_column($columns, $row), [0, 1, 2])));
    }

    /** @return array{float, float} pixels of a photo of 2000 × 1500 */
    private function seen(float $around, float $above, float $x, float $y, float $z): array
    {
        [$cx, $cy, $cz] = $this->inCamera($around, $above, $x, $y, $z);

        return [self::FOCAL * $cx / $cz + 1000, self::FOCAL * $cy / $cz + 750];
    }

    /**
     * A point of the surface (y down, z out) as a camera has it that stands 2500 mm before its middle, after turning the surface.
     *
     * @return array{float, float, float} right, down, away
     */
    private function inCamera(float $around, float $above, float $x, float $y, float $z): array
    {
        [$a, $b] = [deg2rad($around), deg2rad($above)];
        [$x, $z] = [$x * cos($a) + $z * sin($a), -$x * sin($a) + $z * cos($a)];
        [$y, $z] = [$y * cos($b) - $z * sin($b), $y * sin($b) + $z * cos($b)];

        return [$x, $y, 2500 - $z];
    }
}
