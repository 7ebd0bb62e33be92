<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Lettering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Contrast;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\LetterSize;
use Snugfit\Core\Lettering\OutlinePlace;
use Snugfit\Core\Lettering\StrokeMeter;
use Snugfit\Core\Lettering\VectorPath;
use Snugfit\Core\Lettering\WordsTable;
use Snugfit\Core\MalformedJson;

/** The values of lettering, read and written. */
final class LetteringTest extends TestCase
{
    /** @return iterable<int, array{string, string, float}> published: WebAIM's and W3C's examples of WCAG's formula, from memory */
    public static function ratios(): iterable
    {
        yield ['000000', 'ffffff', 21.0];
        yield ['ffffff', 'ffffff', 1.0];
        yield ['777777', 'ffffff', 4.48];
        yield ['767676', 'ffffff', 4.54];
        yield ['ff0000', 'ffffff', 4.0];
        yield ['0000ff', 'ffffff', 8.59];
    }

    #[DataProvider('ratios')]
    public function test_contrast_is_as_published(string $one, string $other, float $ratio): void
    {
        self::assertEqualsWithDelta($ratio, Contrast::between(Contrast::luminanceOf($one), Contrast::luminanceOf($other)), 0.005);
        self::assertSame([4.5, 3.0, 4.5, 3.0], [Contrast::least(17, 400), Contrast::least(18, 400), Contrast::least(14, 600), Contrast::least(14, 700)]);
    }

    public function test_strokes_are_measured_across_them(): void
    {
        $bar = static fn (float $thick, float $turn): VectorPath => (new VectorPath('MLLLZ', [0.0, 0.0, 1.0, 0.0, 1.0, $thick, 0.0, $thick]))->placed(1.0, 3.0, 7.0, $turn);
        foreach ([0.0, 0.3, \M_PI / 4, 1.0, \M_PI / 2] as $turn) {
            self::assertEqualsWithDelta(0.08, StrokeMeter::thinnest($bar(0.08, $turn)), 0.002);
        }
        // A thick bar and a thin one: the thin one counts. Overlapping ones are one shape.
        self::assertEqualsWithDelta(0.05, StrokeMeter::thinnest(VectorPath::joined([$bar(0.3, 0.0), $bar(0.05, 0.0)->placed(1.0, 0.0, 2.0)])), 0.002);
        self::assertEqualsWithDelta(0.3, StrokeMeter::thinnest(VectorPath::joined([$bar(0.2, 0.0), $bar(0.2, 0.0)->placed(1.0, 0.0, 0.1)])), 0.005);
        // A ring: a circle of cubic curves with another, the other way round, inside.
        $k = 0.5523;
        $circle = new VectorPath('MCCCCZ', [1, 0, 1, $k, $k, 1, 0, 1, -$k, 1, -1, $k, -1, 0, -1, -$k, -$k, -1, 0, -1, $k, -1, 1, -$k, 1, 0]);
        $hole = new VectorPath('MCCCCZ', [0.9, 0, 0.9, -0.9 * $k, 0.9 * $k, -0.9, 0, -0.9, -0.9 * $k, -0.9, -0.9, -0.9 * $k, -0.9, 0, -0.9, 0.9 * $k, -0.9 * $k, 0.9, 0, 0.9, 0.9 * $k, 0.9, 0.9, 0.9 * $k, 0.9, 0]);
        self::assertEqualsWithDelta(0.1, StrokeMeter::thinnest(VectorPath::joined([$circle, $hole])), 0.01);
        self::assertNull(StrokeMeter::thinnest(new VectorPath()));
    }

    public function test_outlines_are_kept_in_tenths_as_any_reader_of_svg_takes_them(): void
    {
        $path = new VectorPath('MLCZMLZ', [10.04, 20.0, 30.26, 20.0, 31.0, 25.0, 32.0, 30.0, -3.0, 40.5, 100.0, 5.0, 90.0, 5.1]);
        $svg = $path->toSvg();
        self::assertSame('m10 20l20.3 0c0.7 5 1.7 10 -33.3 20.5zm90 -15l-10 0.1z', $svg, 'after an end, from where its outline began');
        self::assertEquals($path->inTenths(), VectorPath::fromSvg($svg));
        $lettered = new Lettered([new LetteredLine('Tern', $path->inTenths(), new OutlinePlace(123.45678, 7.891, -3.0), '1e2b2f', 2.5, 'ffffff'), new LetteredLine('"', $path->inTenths(), new OutlinePlace(80, 0, 0), 'ffffff')]);
        $records = JsonReader::decode((string) json_encode(['letter' => $lettered->toRecipe()]), 'a test')->records('letter');
        self::assertEquals($lettered, Lettered::fromRecipe($records));
        foreach (['m1', 'M1 2', 'm1 2l3', 'm1 2" onload="x', 'c1 2 3 4z', 'm1 2 3 4'] as $broken) {
            try {
                VectorPath::fromSvg($broken);
                self::fail($broken.' was taken');
            } catch (ImpossibleLettering) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function test_what_was_asked_for_is_written_as_it_is_read(): void
    {
        foreach (['24 pt', '12.5 mm', '5 %', '0.125 %', '0.5 pt'] as $size) {
            self::assertSame($size, LetterSize::parse($size)->written());
        }
        self::assertSame('12 mm', LetterSize::parse('1,2cm')->written());
        self::assertSame('36 pt', LetterSize::parse('36')->written());
        $asked = ['lines' => [['text' => '{artwork}', 'face' => 'rubik', 'weight' => 700, 'size' => '12 mm', 'colour' => 'e0a100', 'spacing' => 40, 'outline' => ['width' => '0.5 mm', 'colour' => '000000'], 'align' => 'left', 'arc' => -30.0, 'at' => [0.1, 0.9]], ['text' => 'שלום', 'face' => 'public-sans', 'weight' => 500, 'size' => '6 %', 'colour' => '1e2b2f', 'spacing' => 0, 'align' => 'centre', 'arc' => 0.0, 'below' => 0.6]]];
        self::assertSame($asked, Lettering::fromRecord(JsonReader::of($asked, 'a test'))->toArray());
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function wrong(): iterable
    {
        yield 'no words' => [[]];
        yield 'two lines in one' => [['text' => "a\nb"]];
        yield 'too long' => [['text' => str_repeat('a', 301)]];
        yield 'no size' => [['text' => 'a', 'size' => '0 mm']];
        yield 'larger than the print' => [['text' => 'a', 'size' => '120 %']];
        yield 'a size of nothing' => [['text' => 'a', 'size' => 'large']];
        yield 'a colour by name' => [['text' => 'a', 'colour' => 'red']];
        yield 'far off' => [['text' => 'a', 'at' => [3, 0.5]]];
        yield 'more than a circle' => [['text' => 'a', 'arc' => 400]];
        yield 'no such alignment' => [['text' => 'a', 'align' => 'justified']];
        yield 'too heavy' => [['text' => 'a', 'weight' => 4000]];
        yield 'too far apart' => [['text' => 'a', 'spacing' => 99_999]];
        yield 'an outline without a width' => [['text' => 'a', 'outline' => ['colour' => '000000']]];
    }

    /** @param array<string, mixed> $line */
    #[DataProvider('wrong')]
    public function test_what_cannot_be_set_is_refused(array $line): void
    {
        try {
            Lettering::fromRecord(JsonReader::of(['lines' => [$line]], 'a test'));
            self::fail('It was taken.');
        } catch (ImpossibleLettering|MalformedJson $e) {
            self::assertNotSame('', $e->sentence());
        }
    }

    public function test_a_table_gives_each_picture_its_words(): void
    {
        $table = WordsTable::read("\xEF\xBB\xBFFile;Motto ;Year\r\nPrints/Harbour.PNG;\"Sea; stone\";1884\r\n\r\nfog bell.jpg;'=1+1\r\nшторм.tif;Буря;\r\n");
        self::assertSame(['motto', 'year'], $table->columns);
        self::assertSame(['motto' => 'Sea; stone', 'year' => '1884'], $table->of('prints/harbour.png'));
        self::assertSame(['motto' => '=1+1', 'year' => ''], $table->of('anywhere/fog bell.webp'));
        self::assertSame(['motto' => 'Буря', 'year' => ''], $table->of('Шторм.tif'));
        self::assertSame([], $table->of('harbour-2.png'));
        self::assertSame(['motto' => 'x'], WordsTable::read("a,motto\nb,x\n")->of('b'));
        foreach (["file\nharbour", '', "file,{motto}\na,b", "file,a,a\nx,y,z", "file,a\nx.png,1\nX.jpg,2"] as $broken) {
            try {
                WordsTable::read($broken);
                self::fail($broken.' was taken');
            } catch (ImpossibleLettering $e) {
                self::assertStringStartsWith('The words cannot be read.', $e->getMessage());
            }
        }
    }
}
