<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Finish;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\ImpossibleMask;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Finish\ColourCorrection;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Finish\Grain;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Finish\NoiseReduction;
use Snugfit\Core\Finish\Radius;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Catalogue;

final class FinishTest extends TestCase
{
    /** @return iterable<array{float, float, float, float}> black, white, value, what it becomes, by hand */
    public static function tones(): iterable
    {
        yield [2, 2, 0, 5.1];
        yield [2, 2, 255, 249.9];
        yield [2, 2, 127.5, 127.5];
        yield [0, 1.5, 255, 251.175];
        yield [5, 0, 0, 12.75];
        yield [5, 0, 255, 255];
        yield [1, 3, 100, 98.55];
    }

    #[DataProvider('tones')]
    public function test_the_tone_guard_moves_the_ends_in_and_all_between_in_proportion(float $black, float $white, float $value, float $becomes): void
    {
        $limits = new ToneLimits($black, $white);
        self::assertEqualsWithDelta($becomes, $limits->lift(255) + $value * $limits->slope(), 1e-9);
    }

    public function test_radii_are_in_pixels_or_on_paper(): void
    {
        self::assertSame(1.181, Radius::parse('0.1mm')->inPixels(Ppi::of(300)));
        self::assertSame(1.2, Radius::parse('1,2 px')->inPixels(Ppi::of(300)));
        foreach (['1.2px', '0.1mm', '0.09mm'] as $text) {
            self::assertSame($text, (string) Radius::parse($text));
        }
        $this->expectException(ImpossibleFinish::class);
        $this->expectExceptionMessage('"fine" is no radius');
        Radius::parse('fine');
    }

    public function test_what_is_suggested_follows_the_eye(): void
    {
        // One arc minute at 12 in is 1/286.5 in, 1.05 px at 300 ppi; at 60 in five times that.
        self::assertEqualsWithDelta(1.05, Sharpening::suggested(Kind::Photo, null)->radius->inPixels(Ppi::of(300)), 0.01);
        self::assertEqualsWithDelta(1.75, Sharpening::suggested(Kind::Photo, Length::inches(60))->radius->inPixels(Ppi::of(100)), 0.01);
        self::assertTrue(Sharpening::suggested(Kind::FlatGraphic, null)->isOff());
    }

    public function test_tidying_is_careful(): void
    {
        $tidy = new ColourCorrection(100);
        // Within the limits, levels go from 0.05..0.95 to 0..1; greys balance to their mean.
        [[$times, $more]] = $tidy->lines(0.05, 0.95, null);
        self::assertEqualsWithDelta([0.0, 1.0], [0.05 * $times + $more, 0.95 * $times + $more], 1e-9);
        [$red, , $blue] = $tidy->lines(0.0, 1.0, [0.52, 0.5, 0.48]);
        self::assertEqualsWithDelta([0.5, 0.5], [0.52 * $red[0] + $red[1], 0.48 * $blue[0] + $blue[1]], 1e-9);
        // Beyond them it stops: a picture of mist stays one, an evening stays warm.
        [[$times, $more]] = $tidy->lines(0.4, 0.6, null);
        self::assertEqualsWithDelta(ColourCorrection::MOST_STRETCH, -$more / $times, 1e-9);
        [$red] = $tidy->lines(0.0, 1.0, [0.8, 0.4, 0.3]);
        self::assertEqualsWithDelta(-ColourCorrection::MOST_BALANCE, $red[1], 1e-9);
        self::assertSame([[1.0, 0.0], [1.0, 0.0], [1.0, 0.0]], array_map(static fn (array $line): array => [$line[0], $line[1] + 0.0], (new ColourCorrection(0))->lines(0.1, 0.8, [0.6, 0.5, 0.4])));
        self::assertSame([0.25, 0.125], [$tidy->vibrance(), (new ColourCorrection(50))->vibrance()]);
    }

    public function test_clean_up_says_what_counts_as_noise(): void
    {
        $clean = new NoiseReduction(10);
        // At 10 per cent a step of 1.2 % of the range, 3.06 levels, counts as noise.
        self::assertEqualsWithDelta(3.06 ** 2, $clean->noise(255), 1e-9);
        self::assertFalse($clean->eatsDetail());
        self::assertTrue((new NoiseReduction(11))->eatsDetail());
    }

    public function test_grain_keeps_its_deviation_whatever_its_size(): void
    {
        // Blurring white noise by σ leaves 1 / (2 σ √π) of its deviation.
        $grain = new Grain(2, Radius::pixels(4));
        self::assertSame(2.0, $grain->blur());
        self::assertEqualsWithDelta(4 * sqrt(\M_PI), $grain->restored(), 1e-9);
        self::assertSame([0.0, 1.0], [(new Grain(2, Radius::pixels(1)))->blur(), (new Grain(2, Radius::pixels(1)))->restored()]);
        self::assertEqualsWithDelta(5.1, $grain->deviation(255), 1e-9);
    }

    public function test_the_nearest_place_that_speaks_of_a_step_counts(): void
    {
        $batch = $this->wishes(['guard' => ['black' => 2, 'white' => 2], 'sharpen' => 'suggested', 'tidy' => 50]);
        $picture = $this->wishes(['marks' => [['points' => [[5000, 5000]], 'radius' => 1000]], 'sharpen' => ['amount' => 90, 'radius' => '2px']]);
        $product = $this->wishes(['guard' => ['black' => 0, 'white' => 0]]);
        $all = $product->over($picture)->over($batch);
        $finish = $all->finish(Kind::Photo, Catalogue::standard()->product('a4'), Ppi::of(300));
        self::assertNull($finish->toneLimits, 'switched off for this product');
        self::assertSame([90, 2.0], [$finish->sharpening?->amount, $finish->sharpening?->radius->asPixels()]);
        self::assertSame(50, $finish->colourCorrection?->strength);
        self::assertCount(1, $finish->sharpening->mask->strokes ?? []);
        self::assertNull($batch->amongMany(Kind::FlatGraphic)->colourCorrection, 'few solid colours are meant as they are');
        self::assertTrue($product->over($batch)->suggested);
        self::assertEquals($picture, FinishSettings::fromRecord(JsonReader::of($picture->toArray(), 'x')));
        self::assertEquals($this->wishes(['guard' => ['black' => 2, 'white' => 2], 'tidy' => 50]), $batch->silentOn('sharpen'));
    }

    /** @return iterable<array{array<string, mixed>, string}> */
    public static function nonsense(): iterable
    {
        yield [['sharpness' => 3], 'A finish has no "sharpness"'];
        yield [['guard' => ['black' => 6]], 'Lifting black goes from 0 to 5 per cent, not 6'];
        yield [['sharpen' => 'much'], '"suggested"'];
        yield [['clean' => 101], '0 to 100'];
        yield [['tidy' => 'yes'], 'whole number'];
        yield [['grain' => ['amount' => 3, 'size' => 'big']], 'no radius'];
        yield [['marks' => [['points' => [], 'radius' => 100]]], 'at least one point'];
        yield [['marks' => [['points' => [[1, 2]], 'radius' => 9000]]], 'radius'];
        yield [['marks' => 'all'], 'list'];
    }

    /** @param array<string, mixed> $fields */
    #[DataProvider('nonsense')]
    public function test_nonsense_is_named(array $fields, string $why): void
    {
        try {
            $this->wishes($fields);
            self::fail();
        } catch (ImpossibleFinish|ImpossibleMask|MalformedJson $e) {
            self::assertStringContainsString($why, $e->getMessage());
        }
    }

    public function test_a_radius_that_no_print_can_show_is_refused(): void
    {
        $this->expectException(ImpossibleFinish::class);
        $this->wishes(['sharpen' => ['amount' => 50, 'radius' => '20mm']])->finish(Kind::Photo, Catalogue::standard()->product('a4'), Ppi::of(300));
    }

    public function test_strokes_are_soft(): void
    {
        self::assertSame([1.0, 1.0, 0.0, 0.0], array_map(BrushStroke::strengthAt(...), [0.0, 0.3, 1.0, 2.0]));
        self::assertEqualsWithDelta(0.5, BrushStroke::strengthAt(0.675), 1e-9);
        self::assertTrue((new PaintedMask([]))->isEmpty());
    }

    public function test_a_finish_in_a_recipe_is_read_back_as_it_was(): void
    {
        $settings = $this->wishes(['tidy' => 10, 'clean' => 5, 'sharpen' => ['amount' => 70, 'radius' => '0.1mm', 'threshold' => 2, 'strength' => 80], 'grain' => ['amount' => 1.5, 'size' => '0.2mm'], 'guard' => ['black' => 1.5, 'white' => 2], 'marks' => [['points' => [[1000, 2000], [3000, 2500]], 'radius' => 500, 'away' => true]]]);
        $finish = $settings->finish(Kind::Photo, Catalogue::standard()->product('a4'), Ppi::of(300));
        self::assertEquals($finish, Finish::fromRecord(JsonReader::decode(json_encode($finish->toArray(), \JSON_THROW_ON_ERROR), 'x')));
        self::assertSame('1.181px', (string) $finish->sharpening?->radius);
    }

    /** @param array<string, mixed> $fields */
    private function wishes(array $fields): FinishSettings
    {
        return FinishSettings::fromRecord(JsonReader::of($fields, 'a finish'));
    }
}
