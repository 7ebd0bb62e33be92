<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Upscale;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Tests\Facts;

/** Which way suits a picture, and the sentence that says why. */
final class UpscaleChoiceTest extends TestCase
{
    /** @return iterable<string, array{Kind, MasterFormat, SourceEvidence, PixelStatistics, string, string}> */
    public static function evidence(): iterable
    {
        $jpeg = MasterFormat::Jpeg;
        $png = MasterFormat::Png;
        $none = new PixelStatistics();
        yield 'a clean photo' => [Kind::Photo, $png, new SourceEvidence(), $none, 'faithful', 'Photo, clean: faithful.'];
        yield 'a JPEG of the best quality' => [Kind::Photo, $jpeg, new SourceEvidence(98, '4:4:4'), $none, 'faithful', 'Photo, of good quality (JPEG 98): faithful.'];
        yield 'a JPEG of quality 50' => [Kind::Photo, $jpeg, new SourceEvidence(50, '4:2:0'), $none, 'mending-90', 'JPEG of about quality 50: mended by 90%.'];
        yield 'a JPEG of quality 30' => [Kind::Illustration, $jpeg, new SourceEvidence(30, '4:2:0'), $none, 'mending', 'JPEG of about quality 30: mended.'];
        yield 'saved worse before' => [Kind::Photo, $jpeg, new SourceEvidence(95, '4:2:0'), $none->savedBeforeAt(55), 'mending-90', 'JPEG of about quality 55: mended by 90%.'];
        yield 'a PNG that was a JPEG' => [Kind::Photo, $png, new SourceEvidence(), new PixelStatistics(blockiness: 1.26), 'mending-90', 'Traces of a JPEG of about quality 52: mended by 90%.'];
        yield 'a PNG of its own, though a network thinks otherwise' => [Kind::Photo, $png, new SourceEvidence(traces: 3.46), new PixelStatistics(blockiness: 1.08), 'faithful', 'Photo, clean: faithful.'];
        yield 'a noisy one' => [Kind::Photo, $png, new SourceEvidence(noise: 9.0), $none, 'denoised-80', 'Noise of about 9 levels: denoised by 80%.'];
        yield 'a soft one' => [Kind::Photo, $png, new SourceEvidence(blur: 1.4, blurInFocus: 1.05), $none, 'focused-80', 'Soft, as if blurred by about 1.1 px: focused by 80%.'];
        yield 'a very soft drawing' => [Kind::LineArt, $png, new SourceEvidence(blur: 2.0, blurInFocus: 1.8), $none, 'focused', 'Soft, as if blurred by about 1.8 px: focused.'];
        yield 'one that is soft behind what is in focus' => [Kind::Photo, $png, new SourceEvidence(blur: 1.9, blurInFocus: 0.1), $none, 'faithful', 'Photo, clean: faithful.'];
        yield 'a soft one read before its sharpest parts were looked for' => [Kind::Photo, $png, new SourceEvidence(blur: 1.9), $none, 'faithful', 'Photo, clean: faithful.'];
        yield 'a soft one with noise' => [Kind::Photo, $png, new SourceEvidence(noise: 9.0, blur: 1.4, blurInFocus: 1.2), $none, 'denoised-80', 'Noise of about 9 levels: denoised by 80%.'];
        yield 'a soft one that is a bad JPEG' => [Kind::Photo, $jpeg, new SourceEvidence(30, '4:2:0', blur: 1.4, blurInFocus: 1.2), $none, 'mending', 'JPEG of about quality 30: mended.'];
        yield 'a flat graphic of five colours' => [Kind::FlatGraphic, $png, new SourceEvidence(), new PixelStatistics(flatColours: 5), 'rebuilt', 'Flat graphic, clean, of 5 colours: drawn in these.'];
        yield 'one that was a bad JPEG' => [Kind::FlatGraphic, $png, new SourceEvidence(traces: 3.46), new PixelStatistics(flatColours: 5), 'redrawn-90', 'Traces of a JPEG of about quality 50: redrawn by 90%.'];
        yield 'a drawing saved as a good JPEG' => [Kind::LineArt, $jpeg, new SourceEvidence(85, '4:2:0'), $none, 'redrawn-30', 'JPEG of about quality 85: redrawn by 30%.'];
        yield 'one that only looks so' => [Kind::LineArt, $png, new SourceEvidence(traces: 2.2), $none, 'drawn', 'Line art, clean: drawn.'];
        yield 'a noisy drawing' => [Kind::LineArt, $png, new SourceEvidence(noise: 15.0), $none, 'redrawn-80', 'Noise of about 15 levels: redrawn by 80%.'];
        yield 'one with hardly a trace' => [Kind::FlatGraphic, $png, new SourceEvidence(traces: 1.0), $none, 'drawn', 'Flat graphic, clean: drawn.'];
        yield 'line art' => [Kind::LineArt, $png, new SourceEvidence(), $none, 'drawn', 'Line art, clean: drawn.'];
        yield 'pixel art, whatever was done to it' => [Kind::PixelArt, $jpeg, new SourceEvidence(20), $none, 'nearest', 'Pixel art: every pixel becomes a block.'];
    }

    #[DataProvider('evidence')]
    public function test_a_way_and_its_strength_follow_what_was_done_to_a_picture(Kind $kind, MasterFormat $format, SourceEvidence $evidence, PixelStatistics $measures, string $code, string $why): void
    {
        $choice = UpscaleChoice::for($kind, Facts::of(1000, 800, $kind, format: $format, statistics: $measures, evidence: $evidence));
        self::assertSame([$code, $why], [$choice->settings->code(), $choice->why]);
    }

    public function test_worse_quality_and_more_noise_never_mend_less(): void
    {
        foreach (Kind::cases() as $kind) {
            $strength = static function (SourceEvidence $evidence) use ($kind): int {
                $settings = UpscaleChoice::for($kind, Facts::of(1000, 800, $kind, format: MasterFormat::Jpeg, evidence: $evidence))->settings;

                return $settings->method->isRepair() ? $settings->strength : 0;
            };
            for ($before = 0, $quality = 100; $quality >= 1; --$quality) {
                self::assertGreaterThanOrEqual($before, $before = $strength(new SourceEvidence($quality)), "$kind->value at $quality");
            }
            for ($before = 0, $noise = 0.0; $noise < 30; $noise += 0.5) {
                self::assertGreaterThanOrEqual($before, $before = $strength(new SourceEvidence(100, noise: $noise)), "$kind->value at $noise");
            }
        }
    }

    /** @return iterable<string, array{Kind, MasterFormat, PixelStatistics, string}> */
    public static function before(): iterable
    {
        yield 'a clean photo' => [Kind::Photo, MasterFormat::Jpeg, new PixelStatistics(blockiness: 1.06), 'faithful'];
        yield 'a photo with traces of JPEG' => [Kind::Photo, MasterFormat::Jpeg, new PixelStatistics(blockiness: 1.2), 'mending-50'];
        yield 'a photo that JPEG spoilt' => [Kind::Photo, MasterFormat::Jpeg, new PixelStatistics(blockiness: 4.0), 'mending'];
        yield 'blocks in a PNG are the picture\'s own' => [Kind::Illustration, MasterFormat::Png, new PixelStatistics(blockiness: 4.0), 'faithful'];
        yield 'line art' => [Kind::LineArt, MasterFormat::Png, new PixelStatistics(), 'drawn'];
        yield 'a flat graphic of five colours' => [Kind::FlatGraphic, MasterFormat::Png, new PixelStatistics(flatColours: 5), 'rebuilt'];
        yield 'one with ramps' => [Kind::FlatGraphic, MasterFormat::Png, new PixelStatistics(), 'drawn'];
        yield 'pixel art' => [Kind::PixelArt, MasterFormat::Png, new PixelStatistics(), 'nearest'];
    }

    #[DataProvider('before')]
    public function test_pictures_that_were_read_before_go_the_way_they_went(Kind $kind, MasterFormat $format, PixelStatistics $measures, string $code): void
    {
        self::assertSame($code, UpscaleChoice::for($kind, Facts::of(1000, 800, $kind, format: $format, statistics: $measures))->settings->code());
    }
}
