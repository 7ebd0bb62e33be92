<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindFeatures;
use Snugfit\Core\Artwork\KindGuess;
use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Tests\Facts;

/** Which kind features speak for, and that what lies near a threshold is guessed with less confidence. */
final class KindGuessTest extends TestCase
{
    /** @return iterable<string, array{KindFeatures, Kind, float, float}> features, kind, confidence at least and at most */
    public static function pictures(): iterable
    {
        yield 'a camera\'s' => [self::features(same: 0.05, noise: 1.6), Kind::Photo, 1.0, 1.0];
        yield 'a camera\'s, smoothed by JPEG' => [self::features(same: 0.2, noise: 1.0), Kind::Photo, 0.55, 0.75];
        yield 'a camera\'s, with a white sky' => [self::features(same: 0.6, alike: 0.06, noise: 1.1), Kind::Photo, 0.7, 0.9];
        yield 'painted shading' => [self::features(same: 0.55, noise: 0.2), Kind::Illustration, 1.0, 1.0];
        yield 'shading with much of one colour' => [self::features(same: 0.82, mainColours: 27, noise: 0.1), Kind::Illustration, 0.5, 0.7];
        yield 'four inks' => [self::features(same: 0.97, mainColours: 4, noise: 0.0), Kind::FlatGraphic, 1.0, 1.0];
        yield 'ink on paper' => [self::features(same: 0.9, mainColours: 2, grey: 1.0, light: 0.85, dark: 0.12), Kind::LineArt, 1.0, 1.0];
        yield 'half ink, half paper' => [self::features(same: 0.99, mainColours: 2, grey: 1.0, light: 0.5, dark: 0.5), Kind::LineArt, 0.45, 0.55];
        yield 'a small picture of a few hard colours' => [self::features(longSide: 32, colours: 10, mainColours: 3, soft: 0.0, same: 0.8), Kind::PixelArt, 1.0, 1.0];
        yield 'the same, enlarged in blocks and saved as JPEG' => [self::features(longSide: 1600, colours: 500, mainColours: 3, soft: 0.87, same: 0.98, block: 50), Kind::PixelArt, 1.0, 1.0];
        yield 'a photo saved with every pixel twice' => [self::features(soft: 1.0, same: 0.55, noise: 1.5, block: 2, mainColours: 18), Kind::Illustration, 0.5, 0.9];
    }

    #[DataProvider('pictures')]
    public function test_features_tell_the_kind(KindFeatures $features, Kind $kind, float $least, float $most): void
    {
        $guess = KindGuess::from($features);
        self::assertSame($kind, $guess->kind);
        self::assertNotSame($kind, $guess->other);
        self::assertGreaterThanOrEqual($least, $guess->confidence);
        self::assertLessThanOrEqual($most, $guess->confidence);
    }

    public function test_confidence_falls_towards_a_threshold_and_rises_on_the_other_side(): void
    {
        $guesses = array_map(static fn (float $same): KindGuess => KindGuess::from(self::features(same: $same, noise: 0.75)), [0.1, 0.15, 0.42 - 0.32 * (0.5 - 0.51 * 0.35 / 1.2) / 0.49, 0.25, 0.4]);
        self::assertSame([Kind::Photo, Kind::Photo], [$guesses[0]->kind, $guesses[1]->kind]);
        self::assertSame([Kind::Illustration, Kind::Illustration], [$guesses[3]->kind, $guesses[4]->kind]);
        self::assertGreaterThan($guesses[1]->confidence, $guesses[0]->confidence);
        self::assertGreaterThan($guesses[2]->confidence, $guesses[1]->confidence);
        self::assertEqualsWithDelta(0.5, $guesses[2]->confidence, 1e-9);
        self::assertGreaterThan($guesses[3]->confidence, $guesses[4]->confidence);
    }

    public function test_what_pieces_say_parts_photographs_from_paintings_and_nothing_else(): void
    {
        [$rough, $smooth] = [self::features(same: 0.03, noise: 2.0), self::features(same: 0.6, noise: 0.5)];
        self::assertSame([Kind::Photo, Kind::Illustration], [KindGuess::from($rough)->kind, KindGuess::from($smooth)->kind]);
        self::assertSame([Kind::Illustration, Kind::Photo], [KindGuess::from($rough, 0.02)->kind, KindGuess::from($smooth, 0.9)->kind]);
        self::assertSame([Kind::Photo, 0.5], [KindGuess::from($smooth, 0.28)->kind, round(KindGuess::from($smooth, 0.28)->confidence, 6)]);
        self::assertSame(Kind::Illustration, KindGuess::from(self::features(same: 0.8, noise: 0.06), 1.0)->kind, 'a drawing of ramps');
        self::assertSame(Kind::Illustration, KindGuess::from(self::features(same: 0.6, soft: 1.0, noise: 0.3), 1.0)->kind, 'a ramp of colour');
        self::assertSame(Kind::Photo, KindGuess::from(self::features(same: 0.5, noise: 0.2), 0.9)->kind, 'a flower before a blurred ground, made small');
        self::assertSame(Kind::PixelArt, KindGuess::from(self::features(longSide: 32, colours: 10, mainColours: 3, soft: 0.0, same: 0.8), 1.0)->kind);
        self::assertSame(Kind::FlatGraphic, KindGuess::from(self::features(colours: 60, mainColours: 6, same: 0.95), 1.0)->kind);
    }

    public function test_a_person_is_told_of_an_unsure_guess(): void
    {
        $codes = static fn (float $confidence): array => array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of(Facts::of(3000, 2000, kindConfidence: $confidence), 'a.png'));
        self::assertContains('kind', $codes(0.55));
        self::assertNotContains('kind', $codes(0.75));
    }

    private static function features(int $longSide = 3000, int $colours = 5000, int $mainColours = 600, float $same = 0.2, float $soft = 0.95, float $grey = 0.2, float $light = 0.2, float $dark = 0.2, float $noise = 0.0, int $block = 1, ?float $alike = null): KindFeatures
    {
        return new KindFeatures($longSide, $colours, $mainColours, $same, $soft, $grey, $light, $dark, $noise, $block, $alike ?? $same);
    }
}
