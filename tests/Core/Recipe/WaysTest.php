<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Recipe;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\Measures;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Effort;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Passes;
use Snugfit\Core\Recipe\Way;
use Snugfit\Core\Recipe\WayChoice;
use Snugfit\Tests\Facts;

/** Which way suits a picture, and how often it is doubled. */
final class WaysTest extends TestCase
{
    /** @return iterable<string, array{Way, int, int, int, string}> way, from, to, doublings, sentence */
    public static function enlargements(): iterable
    {
        yield 'twice' => [Way::Faithful, 1000, 2000, 1, 'Doubled once by the faithful network.'];
        yield 'a little over twice is left to a kernel' => [Way::Faithful, 1000, 2180, 1, 'Doubled once by the faithful network, then ×1.09 by a bicubic kernel.'];
        yield 'more is made and reduced' => [Way::Faithful, 1000, 2300, 2, 'Doubled twice by the faithful network, then reduced to ×2.30.'];
        yield 'four times' => [Way::Drawn, 1000, 4000, 2, 'Doubled twice by the drawn network.'];
        yield 'the extreme' => [Way::Mending, 1000, 16000, 4, 'Doubled once by the mending network and 3 times by the faithful one.'];
        yield 'hardly anything' => [Way::Faithful, 1000, 1090, 0, 'Enlarged ×1.09 by a bicubic kernel.'];
        yield 'a kernel' => [Way::Mitchell, 1000, 3000, 0, 'Enlarged ×3.00 by Mitchell.'];
        yield 'less' => [Way::Faithful, 1000, 900, 0, 'Reduced to the exact size.'];
    }

    #[DataProvider('enlargements')]
    public function test_an_enlargement_is_gone_about_in_doublings(Way $way, int $from, int $to, int $doublings, string $sentence): void
    {
        $passes = Passes::of(new WayChoice($way), new PixelSize($from, $from), new PixelSize($to, $to));
        self::assertSame([$doublings, 2 ** $doublings, $sentence], [$passes->doublings, $passes->factor(), $passes->sentence()]);
    }

    public function test_the_axis_that_needs_more_decides(): void
    {
        self::assertSame(2, Passes::of(new WayChoice(Way::Faithful), new PixelSize(1000, 500), new PixelSize(1900, 1200))->doublings);
    }

    /** @return iterable<string, array{Kind, MasterFormat, Measures, string}> */
    public static function pictures(): iterable
    {
        yield 'a clean photo' => [Kind::Photo, MasterFormat::Jpeg, new Measures(blockiness: 1.06), 'faithful'];
        yield 'a photo with traces of JPEG' => [Kind::Photo, MasterFormat::Jpeg, new Measures(blockiness: 1.2), 'mending-50'];
        yield 'a photo that JPEG spoilt' => [Kind::Photo, MasterFormat::Jpeg, new Measures(blockiness: 4.0), 'mending'];
        yield 'blocks in a PNG are the picture\'s own' => [Kind::Illustration, MasterFormat::Png, new Measures(blockiness: 4.0), 'faithful'];
        yield 'line art' => [Kind::LineArt, MasterFormat::Png, new Measures(), 'drawn'];
        yield 'a flat graphic of five colours' => [Kind::FlatGraphic, MasterFormat::Png, new Measures(flatColours: 5), 'rebuilt'];
        yield 'one with ramps' => [Kind::FlatGraphic, MasterFormat::Png, new Measures(), 'drawn'];
        yield 'pixel art' => [Kind::PixelArt, MasterFormat::Png, new Measures(), 'nearest'];
    }

    #[DataProvider('pictures')]
    public function test_a_way_suits_a_picture_by_its_kind_and_what_was_measured(Kind $kind, MasterFormat $format, Measures $measures, string $code): void
    {
        self::assertSame($code, WayChoice::for($kind, Facts::of(1000, 800, $kind, format: $format, measures: $measures))->code());
    }

    public function test_a_choice_is_written_in_a_word_and_read_again(): void
    {
        foreach ([new WayChoice(Way::Faithful), new WayChoice(Way::Mending, 35), new WayChoice(Way::Mending, 0), new WayChoice(Way::Drawn, 100, Effort::Best), new WayChoice(Way::Mending, 50, Effort::Quick), new WayChoice(Way::Rebuilt)] as $choice) {
            self::assertEquals($choice, WayChoice::ofCode($choice->code()));
        }
        foreach (['', 'wizardry', 'faithful-', 'lanczos-best', 'mending-101', 'faithful-fast', '../faithful'] as $nonsense) {
            self::assertNull(WayChoice::ofCode($nonsense), $nonsense);
        }
        $this->expectException(ImpossibleRecipe::class);
        new WayChoice(Way::Mending, 101);
    }
}
