<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Scene;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\FrameDrawing;
use Snugfit\Core\Scene\FrameRule;
use Snugfit\Core\Scene\GuidePlan;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\HungScene;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\Moulding;
use Snugfit\Core\Scene\PictureTones;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\Rail;
use Snugfit\Core\Scene\SceneLook;

/** What prints are framed with, and which scenes hang for which products. */
final class HangingTest extends TestCase
{
    public function test_the_rule_goes_by_brightness_warmth_and_colour(): void
    {
        $rule = static fn (float $light, float $warmth, float $chroma): Moulding => FrameRule::for(new PictureTones($light, $warmth, $chroma, 50), self::sheet())->moulding;
        self::assertSame(Moulding::Black, $rule(20, -8, 20), 'dark and cool');
        self::assertSame(Moulding::Walnut, $rule(20, 9, 15), 'dark and warm');
        self::assertSame(Moulding::Gilt, $rule(20, 15, 40), 'dark, warm and rich');
        self::assertSame(Moulding::Oak, $rule(85, 8, 10), 'light and warm');
        self::assertSame(Moulding::White, $rule(85, -8, 40), 'light, cool and rich');
        $rule = FrameRule::for(new PictureTones(20, -8, 20, 95), self::sheet());
        self::assertSame('The picture is dark, cool and quiet in colour.', $rule->why);
        self::assertSame('efe9dd', $rule->matColour, 'a mat beside a white edge is not white');
    }

    public function test_a_mat_goes_with_the_print_and_large_ones_have_none(): void
    {
        $mat = static fn (float $width, float $height): float => FrameRule::for(new PictureTones(50, 0, 10, 50), self::sheet($width, $height))->mat->inMillimetres();
        self::assertSame([20.0, 50.0, 70.0, 0.0], [$mat(60, 90), $mat(300, 400), $mat(500, 700), $mat(700, 1000)]);
    }

    public function test_frame_and_mat_lie_round_the_print(): void
    {
        $rule = FrameRule::for(new PictureTones(50, 0, 10, 50), self::sheet());
        $hanging = Hanging::of(self::sheet(), new SceneLook(FrameChoice::Oak, Length::millimetres(40)), $rule);
        self::assertSame([420.0, 520.0], [$hanging->outer()->width->inMillimetres(), $hanging->outer()->height->inMillimetres()]);
        $bare = Hanging::of(self::sheet(), new SceneLook(FrameChoice::None), $rule);
        self::assertSame(300.0, $bare->outer()->width->inMillimetres());
        $canvas = new PrintBody(PrintSize::millimetres(300, 400), Bleed::all(Length::millimetres(44)), Length::millimetres(38));
        self::assertNull(Hanging::of($canvas, new SceneLook(FrameChoice::Gilt), $rule)->moulding, 'canvas goes round a frame of its own');
        self::assertSame(38.0, Hanging::of($canvas, new SceneLook(), $rule)->depth());
    }

    public function test_a_frame_is_lit_from_where_the_light_comes_and_lets_the_print_through(): void
    {
        $rule = FrameRule::for(new PictureTones(50, 0, 10, 50), self::sheet());
        $drawing = new FrameDrawing(Hanging::of(self::sheet(), new SceneLook(FrameChoice::Walnut), $rule), [-0.7, -0.4, 0.6]);
        // A slope that rises towards the inside looks outwards.
        self::assertGreaterThan($drawing->lit(1.0, 1.0, 0.0), $drawing->lit(1.0, -1.0, 0.0), 'the left side faces the light');
        self::assertGreaterThan($drawing->lit(1.0, 0.0, 1.0), $drawing->lit(1.0, 0.0, -1.0), 'so does the upper one');
        self::assertEqualsWithDelta(1.0, $drawing->lit(0.0, 1.0, 0.0), 1e-9, 'a flat face is as it is');
        $svg = simplexml_load_string($drawing->svg(new PixelSize(800, 1000), true));
        self::assertNotFalse($svg);
        self::assertSame(['800', '1000'], [(string) $svg['width'], (string) $svg['height']]);
        self::assertStringNotContainsString('<image', (string) $svg->asXML(), 'drawn, not photographed');
    }

    public function test_scenes_hang_for_products_and_come_down(): void
    {
        $rail = (new Rail())->hang(new HungScene('sofa', 'a4'), new HungScene('hall', 'a4'), new HungScene('sofa', 'a3'));
        self::assertSame(['a4', 'a3'], $rail->products('sofa'));
        self::assertCount(2, $rail->of('a4'));
        $again = $rail->hang(new HungScene('sofa', 'a4', new SceneLook(FrameChoice::Oak)));
        self::assertCount(3, $again->hung);
        self::assertSame(FrameChoice::Oak, $again->find('sofa', 'a4')?->look->frame);
        self::assertSame(['a3'], $rail->takeDown('sofa', 'a4')->products('sofa'));
        self::assertSame([], $rail->takeDown('sofa')->products('sofa'));
        $written = $again->written(new PreviewSize(3000), PreviewFormat::Webp, '{product}/{artwork}-{scene}');
        self::assertEquals($written, Rail::fromRecord(JsonReader::decode(json_encode($written->toArray(), \JSON_THROW_ON_ERROR), 'a rail')));
        self::assertFalse($written->isUsual());
        self::assertTrue((new Rail())->isUsual());
    }

    public function test_previews_are_named_by_words_that_are_known(): void
    {
        self::assertSame('{artwork}-sofa', (new Rail(template: '{artwork}-{scene}'))->naming('sofa')->template);
        $this->expectException(InvalidNameTemplate::class);
        new Rail(template: '{artwork}-{wall}');
    }

    public function test_previews_have_a_size_that_is_of_use(): void
    {
        self::assertSame(4000, (new PreviewSize(4000))->width);
        foreach ([100, 4001] as $wrong) {
            try {
                new PreviewSize($wrong);
                self::fail();
            } catch (ImpossibleScene $e) {
                self::assertStringContainsString('200 to 4000', $e->sentence());
            }
        }
    }

    public function test_sizes_hang_in_rows_on_a_line_without_touching(): void
    {
        $prints = array_map(static fn (array $one): PrintSize => PrintSize::millimetres(...$one), [[210, 297], [300, 400], [500, 700], [610, 914]]);
        $room = PrintSize::millimetres(1500, 2400);
        $middles = GuidePlan::of($prints, $room)->middles;
        self::assertCount(4, $middles);
        $lows = [];
        foreach ($middles as $i => [$x, $y]) {
            [$w, $h] = [$prints[$i]->width->inMillimetres(), $prints[$i]->height->inMillimetres()];
            self::assertLessThanOrEqual(750.0, abs($x) + $w / 2);
            self::assertLessThanOrEqual(1200.0, abs($y) + $h / 2);
            $lows[] = round($y + $h / 2, 6);
            foreach (\array_slice($middles, 0, $i) as $k => [$otherX, $otherY]) {
                $apart = abs($x - $otherX) > ($w + $prints[$k]->width->inMillimetres()) / 2 || abs($y - $otherY) > ($h + $prints[$k]->height->inMillimetres()) / 2;
                self::assertTrue($apart, "$i and $k");
            }
        }
        self::assertSame([$lows[0], $lows[0], $lows[0], $lows[3]], $lows, 'three on one line, the fourth below');
        self::assertGreaterThan($lows[0], $lows[3]);
        $this->expectException(ImpossibleScene::class);
        GuidePlan::of($prints, PrintSize::millimetres(700, 900));
    }

    private static function sheet(float $width = 300, float $height = 400): PrintBody
    {
        return new PrintBody(PrintSize::millimetres($width, $height), Bleed::none());
    }
}
