<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Trace;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Repair\Trim;
use Snugfit\Core\Trace\ArcSegment;
use Snugfit\Core\Trace\Border;
use Snugfit\Core\Trace\Gradient;
use Snugfit\Core\Trace\ImpossibleTrace;
use Snugfit\Core\Trace\LineSegment;
use Snugfit\Core\Trace\OutlineChange;
use Snugfit\Core\Trace\OutlineChanger;
use Snugfit\Core\Trace\OutlineRecord;
use Snugfit\Core\Trace\Outlines;
use Snugfit\Core\Trace\Paint;
use Snugfit\Core\Trace\Pen;
use Snugfit\Core\Trace\Shape;
use Snugfit\Core\Trace\SvgWriter;
use Snugfit\Core\Trace\TraceGround;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Core\Trace\TraceSettings;

/** Outlines as values: what they cover, how they are changed, kept and written. */
final class OutlinesTest extends TestCase
{
    public function test_areas_share_their_border_and_tell_what_they_cover(): void
    {
        $outlines = self::disc();
        self::assertEqualsWithDelta([1 => \M_PI * 900 / 8000, 0 => 1 - \M_PI * 900 / 8000], $outlines->shares(), 5e-3);
        self::assertSame(8, $outlines->nodes());
        $svg = self::parsed(SvgWriter::write($outlines));
        $paths = array_map(static fn (\SimpleXMLElement $one): string => (string) $one['d'], self::found($svg, '//s:path'));
        self::assertCount(2, $paths);
        [, $hole] = explode('Z', $paths[0]);
        // The very same numbers, once the one way and once the other.
        self::assertSame(self::numbers($hole), self::numbers(explode('Z', $paths[1])[0]));
    }

    public function test_the_file_is_readable_and_has_no_references_beyond_itself(): void
    {
        $text = SvgWriter::write(self::disc());
        $svg = self::parsed($text);
        self::assertSame(['100', '80', '0 0 100 80'], [(string) $svg['width'], (string) $svg['height'], (string) $svg['viewBox']]);
        self::assertSame(['paint-1', 'paint-2'], array_map(static fn (\SimpleXMLElement $one): string => (string) $one['id'], self::found($svg, '//s:defs/s:g')));
        self::assertDoesNotMatchRegularExpression('~href="[^#]|url\([^#]|<script|<image|style=~', $text);
        self::assertStringNotContainsString('clip-path', $text, 'where all of it is covered nothing has to be cut');
    }

    public function test_stacked_areas_lie_whole_beneath_what_is_on_them(): void
    {
        $text = SvgWriter::write(self::disc(), true);
        $paths = array_map(static fn (\SimpleXMLElement $one): string => (string) $one['d'], self::found(self::parsed($text), '//s:path'));
        self::assertSame([1, 1], array_map(static fn (string $path): int => substr_count($path, 'Z'), $paths));
        self::assertStringContainsString('layer-1', $text);
    }

    public function test_what_is_left_out_leaves_nothing_and_nothing_is_drawn_beyond_what_is_left(): void
    {
        $changed = OutlineChanger::change(self::disc(), [OutlineChange::colour('ffffff', null)]);
        $text = SvgWriter::write($changed);
        self::assertStringNotContainsString('#ffffff', $text);
        self::assertStringContainsString('clip-path="url(#all)"', $text);
        self::assertSame(1, substr_count($text, '<use xlink:href="#paint-2" fill="#c8102e"/>'));
    }

    public function test_a_colour_and_a_shape_are_changed_by_what_they_are_and_where(): void
    {
        $outlines = self::disc();
        $red = OutlineChanger::change($outlines, [OutlineChange::colour('c8102e', '00aa00', 'Leaf & more')]);
        self::assertSame('00aa00', $red->paints[1]->colour);
        self::assertStringContainsString('<title>Leaf &amp; more</title>', SvgWriter::write($red));
        $one = OutlineChanger::change($outlines, [OutlineChange::shapeAt(0.5, 0.5, '123456')]);
        self::assertSame('123456', $one->paints[$one->shapes[1]->paint]->colour);
        self::assertSame('ffffff', $one->paints[$one->shapes[0]->paint]->colour);
        $corner = OutlineChanger::change($outlines, [OutlineChange::shapeAt(0.02, 0.02, null)]);
        self::assertTrue($corner->paints[$corner->shapes[0]->paint]->isNothing());
        self::assertEquals($outlines, OutlineChanger::change($outlines, [OutlineChange::colour('abcdef', '000000')]), 'no such colour');
    }

    public function test_outlines_are_kept_as_numbers_and_come_back_the_same(): void
    {
        $shade = new Gradient(true, [50.0, 40.0], [80.0, 40.0], [[0.0, new Paint('ffffff')], [1.0, new Paint('c8102e', 0.5)]]);
        $outlines = self::disc();
        $outlines = $outlines->with([$outlines->paints[0], new Paint('c8102e', 0.9, $shade)], $outlines->shapes);
        $json = json_encode(OutlineRecord::of($outlines), \JSON_THROW_ON_ERROR);
        self::assertEquals($outlines, OutlineRecord::read(JsonReader::decode($json, 'outlines')));
        $text = SvgWriter::write($outlines);
        self::assertStringContainsString('<radialGradient id="shade-2" gradientUnits="userSpaceOnUse" cx="50" cy="40" r="30">', $text);
        self::assertStringContainsString('stop-opacity="0.5"', $text);
        $paper = $outlines->onWhite();
        self::assertSame('e48897', $paper->paints[1]->gradient?->stops[1][1]->colour, 'half of red on white');
        self::assertStringNotContainsString('opacity', SvgWriter::write($paper));
    }

    public function test_a_stroke_lies_on_what_goes_on_beneath_it(): void
    {
        $disc = self::disc();
        $middle = new Border([40.0, 40.0], [new LineSegment(60.0, 40.0)]);
        $pen = $disc->with($disc->paints, [$disc->shapes[0], new Shape(1, $disc->shapes[1]->rings, new Pen($middle, 20.0, true))]);
        self::assertEquals($pen, OutlineRecord::read(JsonReader::decode(json_encode(OutlineRecord::of($pen), \JSON_THROW_ON_ERROR), 'outlines')));
        $svg = self::parsed(SvgWriter::write($pen));
        $stroke = self::found($svg, '//s:g[@id="lines-2"]/s:path')[0];
        self::assertSame(['M40 40L60 40', '20', 'round'], [(string) $stroke['d'], (string) $stroke['stroke-width'], (string) $stroke['stroke-linecap']]);
        self::assertSame(1, substr_count((string) self::found($svg, '//s:g[@id="paint-1"]/s:path')[0]['d'], 'M'), 'no hole beneath it');
        self::assertSame([], self::found($svg, '//s:g[@id="paint-2"]'));
        self::assertSame(\count($disc->borders[0]->segments) + \count($disc->borders[1]->segments) + \count($disc->borders[2]->segments) + \count($disc->borders[3]->segments) + 1, $pen->nodes());
        self::assertSame($pen->shares(), $disc->shares());
        $larger = $pen->scaled(3.0)->shapes[1]->pen;
        self::assertSame([60.0, [120.0, 120.0]], [$larger?->width, $larger?->middle->start]);
    }

    public function test_larger_outlines_are_the_same_ones(): void
    {
        $large = self::disc()->scaled(4.0);
        self::assertEqualsWithDelta(self::disc()->shares(), $large->shares(), 1e-9);
        self::assertSame([400.0, 320.0], [$large->width, $large->height]);
    }

    public function test_settings_that_cannot_be_are_refused(): void
    {
        $wrong = [
            static fn (): TraceSettings => new TraceSettings(colours: 1),
            static fn (): TraceSettings => new TraceSettings(colours: 65),
            static fn (): TraceSettings => new TraceSettings(detail: -1.0),
            static fn (): TraceSettings => new TraceSettings(smooth: 101),
            static fn (): TraceSettings => new TraceSettings(corners: -1),
        ];
        foreach ($wrong as $number => $one) {
            try {
                $one();
                self::fail('Number '.$number.' was taken.');
            } catch (ImpossibleTrace $e) {
                self::assertStringStartsWith('Outlines cannot be made', $e->sentence());
            }
        }
        $settings = new TraceSettings(16, 3.5, 20, 80, false, TraceGround::Found, true);
        self::assertEquals($settings, TraceSettings::fromRecord(JsonReader::of($settings->toArray(), 'settings')));
        self::assertGreaterThan((new TraceSettings())->tolerance(), (new TraceSettings(smooth: 90))->tolerance());
        self::assertLessThan((new TraceSettings())->cornerDegrees(), (new TraceSettings(corners: 90))->cornerDegrees());
    }

    public function test_outlines_come_last_of_all_edits_and_name_another_prepared_master(): void
    {
        $list = (new EditList())->with(new Tracing())->with(new Trim())->with(new CutOut());
        self::assertSame(['cutout', 'trim', 'trace'], array_map(static fn (EditLine $one): string => $one->edit->kind()->value, $list->lines));
        self::assertNotNull($list->tracing());
        self::assertNull($list->untraced()->tracing());
        $off = $list->replaced(2, $list->lines[2]->switched(false));
        self::assertNull($off->tracing(), 'what is switched off is not there');
        $hash = str_repeat('a', 64);
        self::assertSame($list->untraced()->preparedHash($hash), $off->preparedHash($hash));
        self::assertNotSame($list->preparedHash($hash), $off->preparedHash($hash));
        $again = EditList::fromRecord(JsonReader::of($list->toList(), 'edits'));
        self::assertSame($list->preparedHash($hash), $again->preparedHash($hash));
        $changed = new Tracing(changes: [OutlineChange::colour('ffffff', null), OutlineChange::shapeAt(0.25, 0.5, '00ff00')], isForced: false);
        self::assertEquals($changed, Tracing::fromRecord(JsonReader::of($changed->toArray(), 'an edit')));
    }

    public function test_what_suits_is_told_with_its_reason(): void
    {
        $report = static fn (float $even, float $mottled, float $off, bool $isPhoto = false): TraceReport => new TraceReport($even, $mottled, 3, 9, 40, 1000, 0.5, 30.0, $off, $isPhoto);
        self::assertTrue($report(0.95, 0.0, 0.01)->isSuited());
        self::assertStringContainsString('95 %', $report(0.95, 0.0, 0.01)->why());
        self::assertStringContainsString('neither flat nor evenly shaded', $report(0.6, 0.4, 0.0)->why());
        self::assertStringContainsString('photograph', $report(0.9, 0.0, 0.0, true)->why());
        foreach ([$report(0.6, 0.4, 0.0), $report(0.3, 0.0, 0.0), $report(0.9, 0.0, 0.5), $report(0.9, 0.0, 0.0, true)] as $one) {
            self::assertFalse($one->isSuited());
            self::assertEquals($one, TraceReport::fromRecord(JsonReader::of($one->toArray(), 'a report')));
        }
    }

    /** A red disc of radius 30 on white, 100 × 80. */
    private static function disc(): Outlines
    {
        [$w, $h] = [100.0, 80.0];
        $round = new Border([20.0, 40.0], [
            new ArcSegment(30.0, false, true, [50.0, 10.0]),
            new ArcSegment(30.0, false, true, [80.0, 40.0]),
            new ArcSegment(30.0, false, true, [50.0, 70.0]),
            new ArcSegment(30.0, false, true, [20.0, 40.0]),
        ]);
        $rim = [
            new Border([0.0, 0.0], [new LineSegment(0.0, $h)]),
            new Border([0.0, $h], [new LineSegment($w, $h)]),
            new Border([$w, $h], [new LineSegment($w, 0.0)]),
            new Border([$w, 0.0], [new LineSegment(0.0, 0.0)]),
        ];

        return new Outlines($w, $h, [new Paint('ffffff'), new Paint('c8102e')], [...$rim, $round], [
            new Shape(0, [[[0, false], [1, false], [2, false], [3, false]], [[4, false]]]),
            new Shape(1, [[[4, true]]]),
        ]);
    }

    private static function parsed(string $svg): \SimpleXMLElement
    {
        $xml = simplexml_load_string($svg);
        self::assertInstanceOf(\SimpleXMLElement::class, $xml);

        return $xml;
    }

    /** @return list<\SimpleXMLElement> */
    private static function found(\SimpleXMLElement $svg, string $path): array
    {
        $svg->registerXPathNamespace('s', 'http://www.w3.org/2000/svg');

        return array_values($svg->xpath($path) ?: []);
    }

    /** @return list<string> */
    private static function numbers(string $path): array
    {
        preg_match_all('/[ML]?(?:A[\d.]+ [\d.]+ 0 [01] [01] )?(\d+(?:\.\d+)? \d+(?:\.\d+)?)/', $path, $found);
        $points = array_unique($found[1]);
        sort($points);

        return $points;
    }
}
