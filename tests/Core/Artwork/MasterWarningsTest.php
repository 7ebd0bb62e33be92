<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Artwork\PixelStatistics;
use Snugfit\Core\Artwork\WarningContext;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Output\Profile;
use Snugfit\Tests\Facts;

final class MasterWarningsTest extends TestCase
{
    /** @return iterable<string, array{MasterFacts, string, list<string>}> */
    public static function masters(): iterable
    {
        yield 'nothing to say' => [Facts::of(4000, 3000, profile: 'sRGB IEC61966-2.1'), 'x.png', []];
        yield 'a dot' => [Facts::of(1, 1), 'x.png', ['tiny']];
        yield 'a ribbon' => [Facts::of(60000, 1000), 'x.png', ['proportions']];
        yield 'a false ending' => [Facts::of(4000, 3000), 'x.jpg', ['extension']];
        yield 'press colours, sideways, tagged' => [Facts::of(4000, 3000, colour: ColourModel::Cmyk, ppiTag: 72, orientation: 6), 'x.png', ['cmyk', 'turned']];
        yield 'moving' => [Facts::of(4000, 3000, pages: 12), 'x.png', ['pages']];
        yield 'wide, deep, transparent' => [Facts::of(4000, 3000, bits: 16, transparent: true, profile: 'Display P3'), 'x.PNG', ['profile', 'transparent', 'depth']];
    }

    /** @param list<string> $codes */
    #[DataProvider('masters')]
    public function test_what_is_worth_knowing_is_said(MasterFacts $facts, string $name, array $codes): void
    {
        self::assertSame($codes, array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of($facts, $name)));
    }

    public function test_lettering_of_too_few_pixels_is_pointed_at(): void
    {
        $of = static fn (float $height): array => array_map(static fn (MasterWarning $warning): string => $warning->code, (new MasterWarnings())->of(Facts::of(4000, 1000, lettering: [new FractionBox(0.1, 0.1, 0.5, 0.2), new FractionBox(0.1, 0.5, 0.5, $height)]), 'x.png'));
        self::assertSame([], array_values(array_diff($of(0.009), ['proportions'])), 'nine pixels are enough');
        self::assertSame(['small-lettering'], array_values(array_diff($of(0.007), ['proportions'])));
    }

    public function test_a_tag_is_warned_of_only_where_it_misleads(): void
    {
        self::assertSame([], (new MasterWarnings())->of(Facts::of(1024, 1024, ppiTag: 72), 'x.png'), 'a fact like any other');
        self::assertSame([], (new MasterWarnings())->of(Facts::of(3000, 3000, ppiTag: 300), 'x.png'));
        [$false] = (new MasterWarnings())->of(Facts::of(1024, 1024, ppiTag: 300), 'x.png');
        self::assertTrue($false->needsAttention, 'as if for print, but 3.4 in wide');
        self::assertStringContainsString('only 3.4 × 3.4 in', $false->sentence);
        [$other] = (new MasterWarnings())->of(Facts::of(1024, 1024, ppiTag: 600), 'x.png');
        self::assertStringContainsString('only 1.7 × 1.7 in; at 300 it is 3.4 × 3.4 in', $other->sentence);
    }

    /**
     * Each threshold from both sides.
     *
     * @return iterable<string, array{string, MasterFacts, MasterFacts}> code, facts that are warned of, and those that just are not
     */
    public static function thresholds(): iterable
    {
        $statistics = static fn (PixelStatistics $one, MasterFormat $format = MasterFormat::Png): MasterFacts => Facts::of(4000, 3000, statistics: $one, format: $format);
        $soft = static fn (float $lost): MasterFacts => $statistics(new PixelStatistics(lostAtHalf: $lost));
        $blocky = static fn (float $steps): MasterFacts => $statistics(new PixelStatistics(blockiness: $steps), MasterFormat::Jpeg);
        $dark = static fn (float $level): MasterFacts => $statistics(new PixelStatistics(brightness: $level));
        $empty = static fn (float $share): MasterFacts => $statistics(new PixelStatistics(emptyMargins: [0.0, $share, 0.0, 0.0]));
        yield 'pixels' => ['tiny', Facts::of(599, 500), Facts::of(600, 500)];
        yield 'proportions' => ['proportions', Facts::of(3001, 1000), Facts::of(3000, 1000)];
        yield 'softness' => ['soft', $soft(7.99), $soft(8.0)];
        yield 'softness of the dark' => ['soft', $statistics(new PixelStatistics(lostAtHalf: 5.0, brightness: 52.0)), $statistics(new PixelStatistics(lostAtHalf: 5.0, brightness: 51.9))];
        yield 'blocks' => ['blocks', $blocky(3.01), $blocky(3.0)];
        yield 'blocks of a JPEG alone' => ['blocks', $blocky(9.0), $statistics(new PixelStatistics(blockiness: 9.0))];
        yield 'darkness' => ['dark', $dark(51.9), $dark(52.0)];
        yield 'margins' => ['margins', $empty(0.15), $empty(0.149)];
        yield 'a kind' => ['kind', Facts::of(4000, 3000, kindConfidence: 0.59), Facts::of(4000, 3000, kindConfidence: 0.6)];
        yield 'a print tag' => ['ppi-tag', Facts::of(1400, 1400, ppiTag: 240), Facts::of(1400, 1400, ppiTag: 239)];
        yield 'a small print' => ['ppi-tag', Facts::of(1799, 1000, ppiTag: 300), Facts::of(1800, 1000, ppiTag: 300)];
    }

    #[DataProvider('thresholds')]
    public function test_a_warning_begins_just_where_it_should(string $code, MasterFacts $warned, MasterFacts $not): void
    {
        $codes = static fn (MasterFacts $facts): array => array_map(
            static fn (MasterWarning $warning): string => $warning->code,
            (new MasterWarnings())->of($facts, MasterFormat::Jpeg === $facts->format ? 'x.jpg' : 'x.png'),
        );
        self::assertContains($code, $codes($warned));
        self::assertNotContains($code, $codes($not));
    }

    public function test_warnings_speak_of_the_products_own_colours_and_matte(): void
    {
        $says = static fn (MasterFacts $facts, WarningContext $context): string => implode(' ', array_map(
            static fn (MasterWarning $warning): string => $warning->sentence,
            (new MasterWarnings())->of($facts, 'x.png', $context),
        ));
        $wide = Facts::of(4000, 3000, profile: 'Display P3');
        self::assertStringContainsString('turned into sRGB for the print files', $says($wide, new WarningContext()));
        self::assertSame('', $says($wide, new WarningContext([Profile::Wide])), 'nothing is lost');
        self::assertStringContainsString('turned into sRGB for products that are printed in it', $says($wide, new WarningContext([Profile::Srgb, Profile::Wide])));
        $inks = Facts::of(4000, 3000, colour: ColourModel::Cmyk);
        self::assertStringContainsString('turned into CMYK, coated paper for the print files', $says($inks, new WarningContext([Profile::Coated])));
        $see = Facts::of(4000, 3000, transparent: true);
        self::assertStringContainsString('matte colour, white unless you choose another', $says($see, new WarningContext()));
        self::assertStringContainsString('matte colour, #0f5c63', $says($see, new WarningContext(matte: '0f5c63')));
    }
}
