<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use PHPUnit\Framework\Attributes\DataProvider;

/** Worked by hand from the rules; "e" is effective ppi. */
final class PlanCommandTest extends CommandTestCase
{
    /** @return iterable<string, array{list<string>, array<string, mixed>}> */
    public static function cases(): iterable
    {
        // Check values, common practice: 396 × 598 to 8 × 12 in at 300 is ×6.06 on the short side.
        yield 'a small scan to 8 × 12 in' => [['396x598', '--size=8x12in', '--kind=flat-graphic'], [
            'orientation' => 'portrait', 'crop' => ['x' => 0, 'y' => 2, 'width' => 396, 'height' => 594], 'effective_ppi' => 49.5, 'enlargement' => 6.0606, 'verdict' => 'grow',
            'output' => ['width_px' => 2400, 'height_px' => 3600, 'ppi' => 300],
        ]];
        yield 'the same as a photo is short' => [['396x598', '--size=8x12in'], ['verdict' => 'short', 'output' => null, 'largest_print' => ['width_mm' => 134.11, 'height_mm' => 201.17]]];
        // 1515 × 1515 to 20 × 20 in at 300: ×3.96.
        yield 'a square at 300' => [['1515x1515', '--size=20x20in'], ['orientation' => 'square', 'enlargement' => 3.9604, 'verdict' => 'grow', 'output' => ['width_px' => 6000, 'height_px' => 6000, 'ppi' => 300]]];
        // At 360 ×4.75 is over ×4; 240 ÷ 75.75 is not: e × 4 = 303.
        yield 'the same at 360 grows to what the limit allows' => [['1515x1515', '--size=20x20in', '--target=360'], ['enlargement' => 4.7525, 'verdict' => 'grow-to-floor', 'output' => ['width_px' => 6060, 'height_px' => 6060, 'ppi' => 303]]];
        yield 'A4 at 300' => [['2480x3508', '--product=a4'], ['verdict' => 'ample', 'kept_share' => 1.0, 'crop' => ['x' => 0, 'y' => 0, 'width' => 2480, 'height' => 3508], 'output' => ['width_px' => 2480, 'height_px' => 3508, 'ppi' => 300]]];
        // Bleed counts: 216 × 303 mm at 300 is 2551 × 3579; 4000 × 3000 lies across: 4000 / 3000 is narrower than 303 / 216. 74.5 px from the top is 75, half away from zero.
        yield 'bleed, across' => [['4000x3000', '--size=210x297mm', '--bleed=3mm'], [
            'orientation' => 'landscape', 'crop' => ['x' => 0, 'y' => 75, 'width' => 4000, 'height' => 2851], 'verdict' => 'ample', 'output' => ['width_px' => 3579, 'height_px' => 2551, 'ppi' => 300],
            'product' => ['code' => 'custom', 'width_mm' => 210, 'height_mm' => 297, 'bleed_mm' => 3, 'target_ppi' => 300, 'floor_ppi' => 240],
        ]];
        // 3500 × 5250 to 20 × 30 in at 350: ×2.
        yield '20 × 30 at 350' => [['3500x5250', '--size=20x30in', '--target=350'], ['enlargement' => 2, 'effective_ppi' => 175, 'output' => ['width_px' => 7000, 'height_px' => 10500, 'ppi' => 350]]];
        yield 'a keep box at the right moves the crop' => [['3000x2000', '--size=10x10in', '--keep=0.7,0.2,0.2,0.5'], ['crop' => ['x' => 1000, 'y' => 0, 'width' => 2000, 'height' => 2000], 'keeps_box' => true]];
        yield 'a keep box near the middle is centred on' => [['3000x2000', '--size=10x10in', '--keep=0.3,0.2,0.2,0.5'], ['crop' => ['x' => 200, 'y' => 0, 'width' => 2000, 'height' => 2000], 'keeps_box' => true]];
        yield 'a keep box too wide is cut, and says so' => [['3000x2000', '--size=10x10in', '--keep=0,0,1,0.5'], ['crop' => ['x' => 500, 'y' => 0, 'width' => 2000, 'height' => 2000], 'keeps_box' => false]];
        yield 'orientation is the one that keeps more' => [['2000x2001', '--size=4x6in'], ['orientation' => 'portrait']];
        yield 'a tie goes to portrait' => [['2000x2000', '--size=6x4in'], ['orientation' => 'portrait', 'product' => ['code' => 'custom', 'width_mm' => 152.4, 'height_mm' => 101.6, 'bleed_mm' => 0, 'target_ppi' => 300, 'floor_ppi' => 240]]];
        yield 'unless landscape is asked for' => [['2000x2000', '--size=4x6in', '--orientation=landscape'], ['orientation' => 'landscape', 'crop' => ['x' => 0, 'y' => 334, 'width' => 2000, 'height' => 1333]]];
        yield 'a product that is only portrait stays so' => [['4000x2000', '--product=apparel-front', '--orientation=landscape'], ['orientation' => 'portrait']];
        yield 'pixel art bears ×16' => [['300x300', '--size=10x10in', '--kind=pixel-art'], ['enlargement' => 10, 'verdict' => 'grow']];
        // Two boxes, 0.2 to 0.35 and 0.5 to 0.6 of 3000: their middle, 1200, less half of 2000.
        yield 'two keep boxes are centred on together' => [['3000x2000', '--size=10x10in', '--keep=0.2,0.2,0.15,0.5', '--keep=0.5,0.1,0.1,0.1'], ['crop' => ['x' => 200, 'y' => 0, 'width' => 2000, 'height' => 2000], 'keeps_box' => true]];
        yield 'turned, a wide picture is tall' => [['3000x2000', '--size=20x30in', '--turn=90'], ['orientation' => 'portrait', 'kept_share' => 1.0, 'crop' => ['x' => 0, 'y' => 0, 'width' => 2000, 'height' => 3000]]];
        // 1000 ÷ (cos 10° + sin 10°) = 1000 ÷ 1.158456 = 863.2.
        yield 'tilted by ten degrees' => [['1000x1000', '--size=2x2in', '--tilt=10'], ['effective_ppi' => 431.5, 'verdict' => 'ample', 'crop' => ['x' => 69, 'y' => 69, 'width' => 863, 'height' => 863]]];
        // 3000 × 2000 on 10 × 10 in: 10 in wide, 300 ppi, 500 px of border above and below.
        yield 'whole, with a border' => [['3000x2000', '--size=10x10in', '--sits=whole'], ['kept_share' => 1.0, 'effective_ppi' => 300, 'verdict' => 'ample', 'output' => ['width_px' => 3000, 'height_px' => 3000, 'ppi' => 300, 'picture' => ['x' => 0, 'y' => 500, 'width' => 3000, 'height' => 2000]]]];
        yield 'the bleed mirrored costs no pixels' => [['2400x3000', '--size=8x10in', '--bleed=3mm', '--bled=mirrored'], ['effective_ppi' => 300, 'output' => ['width_px' => 2471, 'height_px' => 3071, 'ppi' => 300, 'picture' => ['x' => 35, 'y' => 35, 'width' => 2401, 'height' => 3001]]]];
        // Check value, common practice: 8192 × 5467 doubled each way is 16384 × 10934.
        yield 'doubled' => [['8192x5467', '--size=200%'], ['enlargement' => 2, 'verdict' => 'grow', 'output' => ['width_px' => 16384, 'height_px' => 10934, 'ppi' => 300]]];
        yield 'six thousand pixels long' => [['2000x3000', '--size=long 6000px'], ['orientation' => 'portrait', 'kept_share' => 1.0, 'enlargement' => 2, 'output' => ['width_px' => 4000, 'height_px' => 6000, 'ppi' => 300], 'product' => ['code' => 'custom', 'width_mm' => 338.67, 'height_mm' => 508, 'bleed_mm' => 0, 'target_ppi' => 300, 'floor_ppi' => 240]]];
        yield 'ten inches short at 200' => [['4000x3000', '--size=short 10in', '--target=200'], ['verdict' => 'ample', 'output' => ['width_px' => 2667, 'height_px' => 2000, 'ppi' => 200]]];
        // 100 pixels per centimetre are 254 per inch; 20 cm are 2000 pixels.
        yield 'twenty centimetres at a hundred pixels each' => [['4000x3000', '--size=long 20cm', '--target=100/cm'], ['verdict' => 'ample', 'output' => ['width_px' => 2000, 'height_px' => 1500, 'ppi' => 254]]];
        yield 'twelve megapixels' => [['3000x2000', '--size=12MP'], ['output' => ['width_px' => 4243, 'height_px' => 2828, 'ppi' => 300]]];
        yield 'a person sets the limit' => [['1000x1000', '--size=10x10in', '--limit=2'], ['verdict' => 'short']];
    }

    /**
     * @param list<string>         $words
     * @param array<string, mixed> $wanted
     */
    #[DataProvider('cases')]
    public function test_plan_agrees_with_the_hand(array $words, array $wanted): void
    {
        $answer = $this->answer('plan', ...[...$words, '--json'])->toArray();
        self::assertEquals($wanted, array_intersect_key($answer, $wanted));
        self::assertSame(['artwork', 'product', 'orientation', 'crop', 'kept_share', 'keeps_box', 'effective_ppi', 'enlargement', 'limit', 'verdict', 'output', 'largest_print'], array_keys($answer));
    }

    public function test_one_print_size_in_every_unit(): void
    {
        $crops = [];
        foreach (['10x12in', '10"x12"', '10 x 12 in', '254x304.8mm', '25.4 × 30.48 cm', '720x864pt', '10in x 30.48cm'] as $size) {
            $crops[$size] = $this->answer('plan', '3000x3000', '--size='.$size, '--json')->record('crop')->toArray();
        }
        self::assertCount(1, array_unique($crops, \SORT_REGULAR));
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function wrong(): iterable
    {
        yield 'no size' => [['1000x1000'], '--product'];
        yield 'both' => [['1000x1000', '--product=a4', '--size=4x6in'], 'either'];
        yield 'an unknown product' => [['1000x1000', '--product=a44'], 'a44'];
        yield 'no pixels' => [['0x1000', '--product=a4'], '0x1000'];
        yield 'a unit that is none' => [['1000x1000', '--size=4x6furlongs'], '4x6furlongs'];
        yield 'a box outside' => [['1000x1000', '--product=a4', '--keep=0.5,0.5,0.6,0.1'], 'box'];
        yield 'a floor over the target' => [['1000x1000', '--size=4x6in', '--target=200', '--floor=250'], 'floor'];
        yield 'a limit beyond the extreme' => [['1000x1000', '--product=a4', '--limit=20'], '×20'];
        yield 'a tilt too steep' => [['1000x1000', '--product=a4', '--tilt=60'], '45'];
        yield 'a turn that is no quarter' => [['1000x1000', '--product=a4', '--turn=45'], '90, 180 or 270'];
        yield 'a free size with bleed' => [['1000x1000', '--size=long 6000px', '--bleed=3mm'], 'no bleed'];
        yield 'a free size that is none' => [['1000x1000', '--size=long ago'], 'long ago'];
        yield 'an unknown kind' => [['1000x1000', '--product=a4', '--kind=film'], 'film'];
        yield 'an unknown option' => [['1000x1000', '--prodcut=a4'], 'prodcut'];
    }

    /** @param list<string> $words */
    #[DataProvider('wrong')]
    public function test_wrong_usage_is_told_and_exits_with_1(array $words, string $says): void
    {
        $process = $this->snugfit('plan', ...$words);
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString($says, $process->getErrorOutput());
        self::assertSame('', $process->getOutput());
    }
}
