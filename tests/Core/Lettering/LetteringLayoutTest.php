<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Lettering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Glyph;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\LetteringLayout;
use Snugfit\Core\Lettering\LetteringRequest;
use Snugfit\Core\Lettering\LetteringWarnings;
use Snugfit\Core\Lettering\SetLine;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Lettering\VectorPath;
use Snugfit\Core\Lettering\Words;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Pieces;
use Snugfit\Core\Product\Product;

/** Where lines lie on a print, by letters that are squares: half an em wide, 0.6 high, an em apart. */
final class LetteringLayoutTest extends TestCase implements Typesetter
{
    public function set(array $words): array
    {
        $square = new VectorPath('MLLLZ', [0.0, 0.0, 0.5, 0.0, 0.5, -0.6, 0.0, -0.6]);

        return array_map(static function (Words $one) use ($square): GlyphLine {
            $glyphs = [];
            foreach (mb_str_split(str_replace('☃', '', $one->text)) as $i => $letter) {
                if (' ' !== $letter) {
                    $glyphs[] = new Glyph($square, (float) $i, 0.0, 1.0);
                }
            }

            return new GlyphLine($glyphs, (float) mb_strlen($one->text), 0.6, str_contains($one->text, '☃') ? ['☃'] : [], 0.5);
        }, $words);
    }

    /** @return iterable<string, array{array<string, mixed>, array{float, float, float, float}}> the line and its box in pixels */
    public static function places(): iterable
    {
        // The trim of 4 × 6 in lies at 100 ppi from 50, 50 to 450, 650; an em of 0.5 in has 50 px, "AB" is 100 wide and shows 75.
        yield 'centred' => [['at' => [0.5, 0.5]], [200, 335, 275, 365]];
        yield 'from the left edge' => [['at' => [0.0, 0.5], 'align' => 'left'], [50, 335, 125, 365]];
        yield 'to the right edge' => [['at' => [1.0, 0.25], 'align' => 'right'], [350, 185, 425, 215]];
        yield 'half as large' => [['at' => [0.0, 0.5], 'align' => 'left', 'size' => '0.25 in'], [50, 342.5, 87.5, 357.5]];
        yield 'a share of the shorter side' => [['at' => [0.0, 0.5], 'align' => 'left', 'size' => '12.5 %'], [50, 335, 125, 365]];
        yield 'in points' => [['at' => [0.0, 0.5], 'align' => 'left', 'size' => '36 pt'], [50, 335, 125, 365]];
        // The picture of 4 : 3 shown whole ends at 500; half an em further begins the line.
        yield 'below the artwork' => [['below' => 0.5], [200, 525, 275, 555]];
        yield 'below, at its right end' => [['below' => 0.0, 'align' => 'right'], [350, 500, 425, 530]];
    }

    /**
     * @param array<string, mixed>              $line
     * @param array{float, float, float, float} $box
     */
    #[DataProvider('places')]
    public function test_a_line_lies_where_it_was_put(array $line, array $box): void
    {
        [$set] = $this->lines([['text' => 'AB', 'size' => '0.5 in', ...$line]]);
        self::assertEqualsWithDelta($box, $set->laid->bounds(), 0.05);
    }

    public function test_lines_below_stand_under_each_other(): void
    {
        $set = $this->lines([['text' => 'A', 'size' => '0.5 in', 'below' => 0.5], ['text' => 'B', 'size' => '0.25 in', 'below' => 1.0], ['text' => '', 'below' => 9], ['text' => 'C', 'size' => '0.5 in', 'below' => 0]]);
        $tops = array_map(static fn (SetLine $line): ?float => $line->laid->bounds()[1] ?? null, $set);
        self::assertEqualsWithDelta([525.0, 580.0, null, 595.0], $tops, 0.05);
    }

    public function test_an_arc_bends_letters_round_a_circle(): void
    {
        foreach ([90.0, -90.0] as $arc) {
            [$set] = $this->lines([['text' => 'ABCD', 'size' => '0.5 in', 'arc' => $arc, 'at' => [0.5, 0.5]]]);
            // 200 px along a quarter circle: its radius is 200 / (π/2). The foot of each letter's middle lies on it.
            $radius = 200 / (\M_PI / 2) * ($arc > 0 ? 1 : -1);
            $points = array_chunk($set->laid->drawn()->points, 2);
            foreach ([0, 1, 2, 3] as $letter) {
                [$left, $right] = [$points[4 * $letter], $points[4 * $letter + 1]];
                // The square's foot is half an em wide; its letter's middle, an em's half from the left, is its right end.
                self::assertEqualsWithDelta(abs($radius), hypot($right[0] - 250, $right[1] - (365 + $radius)), 0.1);
                self::assertEqualsWithDelta(25, hypot($right[0] - $left[0], $right[1] - $left[1]), 0.15, 'letters keep their size');
            }
            self::assertSame($arc > 0, $points[0][1] > $points[4][1], 'up like a bridge, or down like a bowl');
        }
    }

    public function test_on_what_goes_round_a_frame_places_count_on_the_face(): void
    {
        $product = new Product('c', 'c', PrintSize::inches(4, 6), Bleed::all(Length::inches(1.5)), Ppi::of(100), Ppi::of(10), wrap: Length::inches(1.25));
        [$set] = $this->lines([['text' => 'AB', 'size' => '0.5 in', 'at' => [0, 0.5], 'align' => 'left']], $product);
        self::assertEqualsWithDelta([150.0, 435.0, 225.0, 465.0], $set->laid->bounds(), 0.05);
    }

    public function test_words_in_braces_stand_for_what_a_picture_has(): void
    {
        $request = LetteringRequest::ofPicture($this->lettering([['text' => '{artwork}: { Motto }'], ['text' => '{year}'], ['text' => 'plain']]), 'prints/Harbour_at_dusk.png', ['motto' => 'Sea & stone', 'year' => '']);
        $set = (new LetteringLayout($this))->of($request, self::placement(self::product()));
        self::assertSame(['Harbour at dusk: Sea & stone', '', 'plain'], array_map(static fn (SetLine $line): string => $line->laid->text, $set));
        self::assertSame([[], ['year'], []], array_map(static fn (SetLine $line): array => $line->wordless, $set));
        self::assertCount(2, LetteringLayout::lettered($set)->lines ?? []);
        self::assertNull(LetteringLayout::lettered([]));
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> */
    public static function warned(): iterable
    {
        yield 'nothing to say' => [['text' => 'AB', 'at' => [0.5, 0.5]], []];
        yield 'over the trim' => [['text' => 'AB', 'at' => [0, 0.5]], ['goes 12.7 mm over the trim']];
        yield 'near the trim' => [['text' => 'AB', 'at' => [0.01, 0.5], 'align' => 'left'], ['comes within 1.0 mm of the trim; 3.0 mm are safe']];
        yield 'an outline counts' => [['text' => 'AB', 'at' => [0.03, 0.5], 'align' => 'left', 'outline' => ['width' => '1 mm']], ['comes within 2.0 mm of the trim']];
        yield 'small and thin' => [['text' => 'AB', 'size' => '1 pt'], ['is set at 1.0 pt; under 5 pt is hard to read', 'strokes of 0.18 mm; under 0.25 mm may not print']];
        yield 'a thin outline' => [['text' => 'AB', 'outline' => ['width' => '0.1 mm']], ['an outline of 0.10 mm; under 0.25 mm']];
        yield 'letters it lacks' => [['text' => 'A☃B'], ['letters that its typeface lacks: ☃']];
        yield 'words it lacks' => [['text' => '{motto} A'], ['Nothing stands for {motto} here']];
    }

    /**
     * @param array<string, mixed> $line
     * @param list<string>         $wanted
     */
    #[DataProvider('warned')]
    public function test_what_may_go_wrong_is_told(array $line, array $wanted): void
    {
        $placement = self::placement(self::product());
        $told = LetteringWarnings::of($this->lines([['size' => '0.5 in', 'at' => [0.5, 0.5], ...$line]]), $placement);
        self::assertCount(\count($wanted), $told, implode(' ', $told));
        foreach ($wanted as $i => $part) {
            self::assertStringContainsString($part, $told[$i]);
        }
    }

    public function test_words_that_a_gap_between_pieces_cuts_are_told(): void
    {
        $product = new Product('p', 'p', PrintSize::inches(4, 6), Bleed::none(), Ppi::of(100), Ppi::of(10), OrientationRule::Portrait, pieces: new Pieces('2x1', Length::inches(0.2)));
        foreach ([[0.5, 1], [0.25, 0]] as [$x, $warned]) {
            self::assertCount($warned, LetteringWarnings::of($this->lines([['text' => 'AB', 'size' => '0.5 in', 'at' => [$x, 0.5]]], $product), self::placement($product)));
        }
    }

    /**
     * @param list<array<string, mixed>> $lines
     *
     * @return list<SetLine>
     */
    private function lines(array $lines, ?Product $product = null): array
    {
        return (new LetteringLayout($this))->of(new LetteringRequest($this->lettering($lines)), self::placement($product ?? self::product()));
    }

    /** @param list<array<string, mixed>> $lines */
    private function lettering(array $lines): Lettering
    {
        return Lettering::fromRecord(JsonReader::of(['lines' => $lines], 'a test'));
    }

    private static function product(): Product
    {
        return new Product('p', 'p', PrintSize::inches(4, 6), Bleed::all(Length::inches(0.5)), Ppi::of(100), Ppi::of(10));
    }

    private static function placement(Product $product): Placement
    {
        $framing = null === $product->wrap ? new Framing(OrientationRule::Portrait, fitMode: FitMode::Whole, edgeFill: EdgeFill::Colour) : new Framing(OrientationRule::Portrait);

        return (new PlacementPlanner())->plan(new Artwork(new PixelSize(1600, 1200)), $product, new PlacementRequest($framing));
    }
}
