<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Upscale;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Core\Artwork\RepairErrors;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Tests\Facts;

/** Which way comes nearest where a network told how far off each would be. */
final class ChoiceByErrorsTest extends TestCase
{
    /** @return iterable<string, array{Kind, ExpectedErrors, SourceEvidence, string, string}> */
    public static function pictures(): iterable
    {
        $clean = new SourceEvidence();
        yield 'nothing is to be mended' => [Kind::Photo, self::errors(10.0, 12.0), $clean, 'faithful', 'Photo, clean: faithful.'];
        yield 'a guess of the kind does not bind' => [Kind::Illustration, self::errors(12.0, 10.0), $clean, 'drawn', 'Illustration, clean: drawn.'];
        yield 'where that is hardly nearer it is not drawn' => [Kind::Illustration, self::errors(12.0, 11.5), $clean, 'faithful', 'Illustration, clean: faithful.'];
        yield 'a photograph is never drawn' => [Kind::Photo, self::errors(12.0, 2.0, redrawn: [2.0, 1.0]), $clean, 'faithful', 'Photo, clean: faithful.'];
        yield 'mending' => [Kind::Illustration, self::errors(20.0, 22.0, mending: [16.0, 14.0]), new SourceEvidence(40, '4:2:0'), 'mending', 'JPEG of about quality 40: mended.'];
        // Halfway both are nearest: the parabola through 20, 10 and 20.
        yield 'a share of it' => [Kind::Illustration, self::errors(20.0, 22.0, mending: [10.0, 20.0]), new SourceEvidence(80, '4:2:0'), 'mending-50', 'JPEG of about quality 80: mended by 50%.'];
        // Its lowest place is between them: 20, 11 and 12 at 0, a half and a whole.
        yield 'a share that nobody tried' => [Kind::Illustration, self::errors(20.0, 22.0, denoised: [11.0, 12.0]), new SourceEvidence(noise: 7.6), 'denoised-70', 'Noise of about 8 levels: denoised by 70%.'];
        yield 'what saves next to nothing is left' => [Kind::Photo, self::errors(20.0, 22.0, mending: [19.8, 21.0]), new SourceEvidence(95, '4:4:4'), 'faithful', 'Photo, of good quality (JPEG 95): faithful.'];
        yield 'a soft one' => [Kind::FlatGraphic, self::errors(30.0, 28.0, focused: [12.0, 6.0]), new SourceEvidence(blur: 1.04, blurInFocus: 0.98), 'focused-80', 'Soft, as if blurred by about 1.0 px: focused by 80%.'];
        yield 'one that hardly looks soft' => [Kind::Illustration, self::errors(30.0, 31.0, focused: [20.0, 25.0]), $clean, 'focused-60', 'Soft edges: focused by 60%.'];
        yield 'a damaged drawing' => [Kind::LineArt, self::errors(30.0, 20.0, redrawn: [16.0, 14.0]), new SourceEvidence(noise: 6.0), 'redrawn', 'Noise of about 6 levels: redrawn.'];
        yield 'a drawing with traces of a JPEG' => [Kind::LineArt, self::errors(30.0, 20.0, redrawn: [16.0, 14.0]), new SourceEvidence(traces: 3.46), 'redrawn-90', 'Traces of a JPEG of about quality 50: redrawn by 90%.'];
        yield 'a clean drawing is not mended, however near that may be' => [Kind::LineArt, self::errors(20.0, 19.0, mending: [12.0, 10.0], denoised: [11.0, 9.0]), $clean, 'drawn', 'Line art, clean: drawn.'];
        yield 'nor redrawn for little' => [Kind::FlatGraphic, self::errors(30.0, 20.0, redrawn: [17.0, 18.0]), $clean, 'drawn', 'Flat graphic, clean: drawn.'];
        yield 'pixel art is asked for nothing' => [Kind::PixelArt, self::errors(30.0, 20.0, redrawn: [16.0, 14.0]), $clean, 'nearest', 'Pixel art: every pixel becomes a block.'];
    }

    #[DataProvider('pictures')]
    public function test_the_way_that_comes_nearest_is_chosen_and_says_what_for(Kind $kind, ExpectedErrors $expected, SourceEvidence $evidence, string $code, string $why): void
    {
        $choice = self::choice($kind, $kind, $expected, $evidence);
        self::assertSame([$code, $why], [$choice->settings->code(), $choice->why]);
    }

    public function test_a_photographs_damage_tells_unless_something_else_is_clearly_nearer(): void
    {
        $noisy = new SourceEvidence(noise: 8.0);
        $code = static fn (Kind $guess, ExpectedErrors $expected, float $sure = 1.0): string => self::choice(Kind::Photo, $guess, $expected, $noisy, $sure)->settings->code();
        $little = self::errors(30.0, 32.0, mending: [22.0, 19.5], denoised: [24.0, 23.0]);
        self::assertSame('denoised-80', $code(Kind::Photo, $little), 'mending would be nearer by three quarters of a decibel');
        self::assertSame('denoised-80', $code(Kind::LineArt, $little), 'a person said that it is one');
        self::assertSame('mending', $code(Kind::Photo, $little, 0.6), 'perhaps it is none');
        self::assertSame('mending', $code(Kind::Photo, self::errors(30.0, 32.0, mending: [18.0, 12.0], denoised: [24.0, 23.0])), 'nearer by three');
    }

    public function test_a_persons_word_on_the_kind_binds(): void
    {
        $drawn = self::errors(30.0, 20.0, mending: [16.0, 30.0], redrawn: [16.0, 14.0]);
        $faithful = self::errors(20.0, 30.0, mending: [16.0, 14.0]);
        self::assertSame('redrawn', self::choice(Kind::LineArt, Kind::LineArt, $drawn, new SourceEvidence())->settings->code());
        self::assertSame('mending-50', self::choice(Kind::Photo, Kind::LineArt, $drawn, new SourceEvidence())->settings->code());
        self::assertSame('drawn', self::choice(Kind::LineArt, Kind::Photo, $faithful, new SourceEvidence())->settings->code());
        self::assertSame('mending', self::choice(Kind::Illustration, Kind::LineArt, $faithful, new SourceEvidence())->settings->code());
        self::assertSame('nearest', self::choice(Kind::PixelArt, Kind::Photo, $faithful, new SourceEvidence())->settings->code());
    }

    public function test_a_flat_graphic_of_few_colours_is_drawn_in_these(): void
    {
        $facts = Facts::of(1000, 800, Kind::FlatGraphic, statistics: new PixelStatistics(flatColours: 5), evidence: new SourceEvidence(expected: self::errors(30.0, 20.0)));
        self::assertSame('Flat graphic, clean, of 5 colours: drawn in these.', UpscaleChoice::for(Kind::FlatGraphic, $facts)->why);
    }

    public function test_pieces_count_by_how_far_off_they_are(): void
    {
        // A plain piece is off by 1/4 in any way, a busy one by 64, or 16 where it is drawn, 128 where it is redrawn.
        $errors = ExpectedErrors::ofPieces([[-2.0, ...array_fill(0, 9, 0.0)], [6.0, -2.0, ...array_fill(0, 8, 1.0)]]);
        $busy = 64 / 64.25;
        self::assertEqualsWithDelta(
            [32.125, 32.125 * 2 ** (-2 * $busy), 32.125 * 2 ** $busy],
            [$errors->faithful, $errors->drawn, $errors->redrawn->whole],
            1e-9,
        );
        $record = JsonReader::of((new SourceEvidence(expected: $errors))->toArray(), 'evidence');
        self::assertSame($errors->toArray(), SourceEvidence::fromRecord($record)->expected?->toArray());
    }

    /**
     * @param ?array{float, float} $mending  by half, and as a whole; where nothing is said, far off
     * @param ?array{float, float} $denoised
     * @param ?array{float, float} $focused
     * @param ?array{float, float} $redrawn
     */
    private static function errors(float $faithful, float $drawn, ?array $mending = null, ?array $denoised = null, ?array $focused = null, ?array $redrawn = null): ExpectedErrors
    {
        $far = [60.0, 160.0];

        return new ExpectedErrors(
            $faithful,
            $drawn,
            new RepairErrors(...$mending ?? $far),
            new RepairErrors(...$denoised ?? $far),
            new RepairErrors(...$focused ?? $far),
            new RepairErrors(...$redrawn ?? $far),
        );
    }

    private static function choice(Kind $kind, Kind $guess, ExpectedErrors $expected, SourceEvidence $seen, float $sure = 1.0): UpscaleChoice
    {
        $evidence = new SourceEvidence($seen->savedAt, $seen->sampling, $seen->traces, $seen->noise, $seen->blur, $seen->blurInFocus, $expected);
        $format = null === $seen->savedAt ? MasterFormat::Png : MasterFormat::Jpeg;

        return UpscaleChoice::for($kind, Facts::of(1000, 800, $guess, format: $format, kindConfidence: $sure, evidence: $evidence));
    }
}
