<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Scene;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\PanelLayout;
use Snugfit\Core\Product\PanelPlan;
use Snugfit\Core\Scene\FlatSurface;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PiecePlan;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\RoundSurface;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneRenderer;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Pixels\Scene\ShownPrint;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Pixels\PixelTestCase;

/** Where prints come to lie in previews, measured in their pixels. */
final class SceneRendererTest extends PixelTestCase
{
    private const WIDTH = 1200;

    /** @return iterable<string, array{string, float, float}> */
    public static function walls(): iterable
    {
        yield 'straight on' => ['sofa', 900.0, 600.0];
        yield 'along a hall' => ['hall', 500.0, 400.0];
        yield 'from the other side' => ['dining', 800.0, 600.0];
        yield 'lying on a table' => ['table', 420.0, 300.0];
    }

    #[DataProvider('walls')]
    public function test_a_print_lies_where_the_scene_says_to_a_pixel(string $code, float $width, float $height): void
    {
        $folder = (new SceneShelf())->of($code);
        $surface = $folder->scene->surfaces[0];
        self::assertInstanceOf(FlatSurface::class, $surface);
        // Pure green: nothing else in a scene is.
        $preview = $this->render($folder, $this->plain([0, 255, 0]), $width, $height, new SceneLook(FrameChoice::None));
        $projection = $surface->projection->scaled(self::WIDTH / $folder->scene->size->width);
        $green = $preview->extractBands(1, 1)->minus($preview->extractBands(0, 1))->isMoreThan(60.0)->copyToMemory();
        foreach ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as [$x, $y]) {
            // A pixel and a bit inside every corner is print, and as far outside is not.
            $step = 1.2 / $projection->pixelsPerMillimetre($x * $width / 2, $y * $height / 2);
            self::assertSame(255.0, $this->at($green, $projection->point($x * ($width / 2 - $step), $y * ($height / 2 - $step))), "$code: inside $x, $y");
            self::assertSame(0.0, $this->at($green, $projection->point($x * ($width / 2 + $step), $y * ($height / 2 + $step))), "$code: outside $x, $y");
        }
    }

    public function test_scale_is_true_to_half_a_percent(): void
    {
        $folder = (new SceneShelf())->of('sofa');
        $preview = $this->render($folder, $this->plain([0, 255, 0]), 900.0, 600.0, new SceneLook(FrameChoice::None), 2400);
        $green = $preview->extractBands(1, 1)->minus($preview->extractBands(0, 1))->isMoreThan(60.0);
        $box = $green->extent() ?? self::fail('no print');
        self::assertEqualsWithDelta(900 / (3500 / 2400), $box->width, 0.005 * $box->width);
        self::assertEqualsWithDelta(600 / (3500 / 2400), $box->height, 0.005 * $box->height);
    }

    public function test_what_goes_round_a_mug_follows_the_cylinder(): void
    {
        $folder = (new SceneShelf())->of('mug');
        $surface = $folder->scene->surfaces[0];
        self::assertInstanceOf(RoundSurface::class, $surface);
        // Two halves: the line between them is the print's middle; a third colour begins 20 mm to the right.
        $picture = $this->plain([0, 255, 0], 1080, 445)
            ->insert($this->plain([255, 0, 0], 540, 445), 540, 0)
            ->insert($this->plain([0, 0, 255], 440, 445), 640, 0);
        $preview = $this->render($folder, $picture, 216.0, 89.0);
        $scaled = new RoundSurface($surface->projection->scaled(self::WIDTH / $folder->scene->size->width), $surface->area(), $surface->radius, $surface->facing);
        foreach ([-30.0, 0.0, 30.0] as $v) {
            foreach ([[0.0, 1, 0], [20.0, 0, 2]] as [$u, $left, $right]) {
                [$x, $y] = $scaled->point($u, $v);
                self::assertSame($left, $this->strongest($preview, $x - 2, $y), "left of $u at $v");
                self::assertSame($right, $this->strongest($preview, $x + 2, $y), "right of $u at $v");
            }
        }
        // Above and below the print the mug is white.
        [$x, $y] = $scaled->point(0.0, -46.0);
        self::assertLessThan(25, $this->spread($preview, $x, $y - 1));
    }

    public function test_canvas_shows_what_goes_round_its_edge(): void
    {
        $folder = (new SceneShelf())->of('close');
        // Face green, what goes round red.
        $picture = $this->plain([255, 0, 0], 478, 378)->insert($this->plain([0, 255, 0], 400, 300), 39, 39);
        $body = new PrintBody(PrintSize::millimetres(400, 300), Bleed::all(Length::millimetres(39)), Length::millimetres(38));
        $preview = (new SceneRenderer())->render($folder, new SceneLook(), [new ShownPrint($picture, $body)], self::WIDTH);
        $surface = $folder->scene->surfaces[0];
        self::assertInstanceOf(FlatSurface::class, $surface);
        $projection = $surface->projection->scaled(self::WIDTH / $folder->scene->size->width);
        self::assertSame(1, $this->strongest($preview, ...$projection->point(-190, 0)));
        // The viewer stands at the left, and sees that side, half way back.
        self::assertSame(0, $this->strongest($preview, ...$projection->point(-200, 0, -19)));
        self::assertGreaterThan(60, $this->spread($preview, ...$projection->point(-200, 0, -19)));
        self::assertLessThan(60, $this->spread($preview, ...$projection->point(230, 0, 0)), 'the other side is not seen');
    }

    public function test_pieces_hang_side_by_side_with_wall_between_them_and_the_nearer_before_the_farther(): void
    {
        foreach (['sofa', 'hall', 'corner'] as $code) {
            $folder = (new SceneShelf())->of($code);
            // Halves of 300 mm with 100 mm of wall: the left green, the right red; the picture goes on beyond the gap.
            $plan = PanelPlan::of(PanelLayout::grid(2, 1), PrintSize::millimetres(700, 400), Length::millimetres(100), false);
            $picture = $this->plain([0, 255, 0], 600, 400)->insert($this->plain([255, 0, 0], 300, 400), 300, 0);
            $body = (new PrintBody($plan->picture, Bleed::none()))->over($plan->panels);
            self::assertEquals($body, PrintBody::fromRecord(JsonReader::of($body->toArray(), 'a print')));
            $preview = (new SceneRenderer())->render($folder, new SceneLook(FrameChoice::None), [new ShownPrint($picture, $body)], self::WIDTH);
            $surface = $folder->scene->surfaces[0];
            self::assertInstanceOf(FlatSurface::class, $surface);
            $projection = $surface->projection->scaled(self::WIDTH / $folder->scene->size->width);
            foreach ([[-340, 1], [-60, 1], [60, 0], [340, 0]] as [$x, $colour]) {
                self::assertSame($colour, $this->strongest($preview, ...$projection->point($x, 0)), "$code at $x mm");
                self::assertGreaterThan(60, $this->spread($preview, ...$projection->point($x, 0)), "$code at $x mm");
            }
            self::assertLessThan(60, $this->spread($preview, ...$projection->point(0, 0)), $code.': wall between them');
            [$eyeX] = $surface->projection->eye();
            self::assertSame($eyeX < 0 ? [2, 1] : [1, 2], array_map(static fn (array $one): int => $one[0]->number, PiecePlan::of($body, $folder->scene)->pieces), $code);
        }
        foreach (['mug', 'table'] as $code) {
            try {
                (new SceneRenderer())->render((new SceneShelf())->of($code), new SceneLook(), [new ShownPrint($picture, $body)], self::WIDTH);
                self::fail('Pieces hang on no '.$code);
            } catch (ImpossibleScene $e) {
                self::assertStringContainsString('on a wall', $e->getMessage());
            }
        }
    }

    public function test_cloth_takes_the_fabric_s_colour_and_lets_it_through(): void
    {
        $folder = (new SceneShelf())->of('shirt');
        $clear = $this->plain([0, 255, 0], 200, 200)->join($this->plain([255, 255, 255], 200, 200)->extractBands(0, 1)->insert($this->plain([0, 0, 0], 200, 100)->extractBands(0, 1), 0, 100));
        $body = new PrintBody(PrintSize::millimetres(300, 300), Bleed::none(), null, true);
        $preview = (new SceneRenderer())->render($folder, new SceneLook(fabric: '1f2a44'), [new ShownPrint($clear, $body)], self::WIDTH);
        // The print hangs from a point near the collar: 7.5 cm below it the design is green, 22 cm below it is navy cloth.
        $scale = self::WIDTH / 1240;
        $x = intdiv(self::WIDTH, 2);
        $column = $preview->crop(new PixelWindow($x, 0, 1, 800))->copyToMemory();
        $green = $column->extractBands(1, 1)->minus($column->extractBands(0, 1))->isMoreThan(60.0)->extent() ?? self::fail('no print');
        self::assertEqualsWithDelta(150 * $scale, $green->height, 0.03 * 150 * $scale, 'half of the design is opaque');
        $below = $green->y + $green->height + (int) (75 * $scale);
        [$red, $greenLevel, $blue] = $this->colour($preview, $x, $below);
        self::assertGreaterThan($red, $blue, 'navy');
        self::assertLessThan(90, $greenLevel);
    }

    public function test_a_wall_is_painted_and_what_stands_before_it_is_not(): void
    {
        $folder = (new SceneShelf())->of('sofa');
        $as = $this->render($folder, $this->plain([0, 255, 0]), 300.0, 200.0, new SceneLook(FrameChoice::None));
        $dusk = $this->render($folder, $this->plain([0, 255, 0]), 300.0, 200.0, new SceneLook(FrameChoice::None, wall: '56626d'));
        self::assertLessThan(0.5 * $this->colour($as, 300, 60)[0], $this->colour($dusk, 300, 60)[0]);
        self::assertEqualsWithDelta($this->colour($as, 480, 640), $this->colour($dusk, 480, 640), 3.0, 'the sofa');
    }

    public function test_colours_are_the_print_s_where_light_is_even(): void
    {
        $folder = (new SceneShelf())->of('sofa');
        $preview = $this->render($folder, $this->plain([60, 120, 180]), 600.0, 400.0, new SceneLook(FrameChoice::None));
        $surface = $folder->scene->surfaces[0];
        self::assertInstanceOf(FlatSurface::class, $surface);
        $middle = $surface->projection->scaled(self::WIDTH / $folder->scene->size->width)->point(0, 0);
        self::assertEqualsWithDelta([60, 120, 180], $this->colour($preview, ...$middle), 14.0);
    }

    public function test_what_does_not_suit_a_frame_it_asks_for_is_refused_and_a_proposed_one_left_out(): void
    {
        $folder = (new SceneShelf())->of('close');
        $plain = $this->plain([60, 120, 180]);
        self::assertSame(self::WIDTH, $this->render($folder, $plain, 770.0, 580.0)->size()->width, 'without a frame there is room');
        $this->expectException(ImpossibleScene::class);
        $this->render($folder, $plain, 770.0, 580.0, new SceneLook(FrameChoice::Gilt));
    }

    private function render(SceneFolder $folder, Image $picture, float $width, float $height, SceneLook $look = new SceneLook(), int $pixels = self::WIDTH): Image
    {
        $body = new PrintBody(PrintSize::millimetres($width, $height), Bleed::none());

        return (new SceneRenderer())->render($folder, $look, [new ShownPrint($picture, $body)], $pixels)->copyToMemory();
    }

    /** @param array{int, int, int} $colour */
    private function plain(array $colour, int $width = 900, int $height = 600): Image
    {
        return Image::ofBytes(pack('C*', ...$colour), new PixelSize(1, 1), 3)->embed(0, 0, new PixelSize($width, $height), Extend::Copy)->copyToMemory();
    }

    /** @param array{float, float} $point */
    private function at(Image $image, array $point): float
    {
        return $image->crop(new PixelWindow((int) floor($point[0]), (int) floor($point[1]), 1, 1))->average();
    }

    /** @return array{float, float, float} */
    private function colour(Image $image, float $x, float $y): array
    {
        $values = $image->crop(new PixelWindow((int) floor($x), (int) floor($y), 1, 1))->copyToMemory()->values();

        return [$values[0], $values[1], $values[2]];
    }

    /** Which channel is the strongest there. */
    private function strongest(Image $image, float $x, float $y): int
    {
        $colour = $this->colour($image, $x, $y);

        return (int) array_search(max($colour), $colour, true);
    }

    /** How far from grey it is there. */
    private function spread(Image $image, float $x, float $y): float
    {
        $colour = $this->colour($image, $x, $y);

        return max($colour) - min($colour);
    }
}
