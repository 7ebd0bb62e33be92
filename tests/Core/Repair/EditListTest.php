<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Repair;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EdgeStyle;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Fill;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Pen;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Repair\Tone;
use Snugfit\Core\Repair\Trim;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;

/** Edits of a master: values with one written form, which names the prepared master and stands in the recipe. */
final class EditListTest extends TestCase
{
    private const MASTER = 'ab0123456789ab0123456789ab0123456789ab0123456789ab0123456789abcd';

    public function test_every_edit_comes_back_from_its_written_form(): void
    {
        $list = self::all();
        $again = EditList::fromRecord(JsonReader::decode((string) json_encode($list->toList()), 'edits'));
        self::assertEquals($list, $again);
        self::assertSame($list->preparedHash(self::MASTER), $again->preparedHash(self::MASTER));
    }

    public function test_what_is_switched_off_is_kept_and_does_not_count(): void
    {
        $list = new EditList([new EditLine(new Trim(0.02)), new EditLine(new CutOut(), false)]);
        self::assertCount(2, $list->toList());
        self::assertSame(EditList::of(new Trim(0.02))->preparedHash(self::MASTER), $list->preparedHash(self::MASTER));
        $off = new EditList([new EditLine(new Trim(), false)]);
        self::assertTrue($off->isSilent());
        self::assertSame(self::MASTER, $off->preparedHash(self::MASTER), 'a master that nothing is done to is its own');
    }

    public function test_order_and_every_amount_count(): void
    {
        $hash = static fn (EditList $list): string => $list->preparedHash(self::MASTER);
        $names = array_map($hash, [
            EditList::of(new CutOut(), new Tone(contrast: 10)),
            EditList::of(new Tone(contrast: 10), new CutOut()),
            EditList::of(new CutOut(shift: -1), new Tone(contrast: 10)),
            EditList::of(new CutOut(edge: EdgeStyle::Hard), new Tone(contrast: 10)),
            EditList::of(new CutOut(marks: [new Mark(new Stroke([[0.5, 0.5]], 0.01), true)]), new Tone(contrast: 10)),
            EditList::of(new CutOut(marks: [new Mark(new Stroke([[0.5, 0.5]], 0.01), false)]), new Tone(contrast: 10)),
        ]);
        self::assertSame($names, array_unique($names));
        self::assertNotSame($names[0], EditList::of(new CutOut(), new Tone(contrast: 10))->preparedHash(str_repeat('0', 64)));
    }

    public function test_margins_are_cut_last_whenever_they_are_asked_for(): void
    {
        $list = (new EditList())->with(new Trim())->with(new CutOut())->with(new Tone(warmth: 5));
        self::assertSame(['cutout', 'tone', 'trim'], array_map(static fn (EditLine $line): string => $line->edit->kind()->value, $list->lines));
        self::assertCount(2, $list->untrimmed()->lines);
    }

    public function test_a_recipe_without_edits_keeps_its_name_and_one_with_them_carries_them(): void
    {
        $size = new PixelSize(600, 400);
        $recipe = static fn (EditList $edits): Recipe => new Recipe(new Frame($size, PixelWindow::whole($size)), new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $size), new Write(FileFormat::Png, Ppi::of(300), 8, true), repair: $edits);
        self::assertStringNotContainsString('repair', $recipe(new EditList([new EditLine(new CutOut(), false)]))->canonicalJson());
        $repaired = $recipe(self::all());
        $again = Recipe::fromJson($repaired->canonicalJson());
        self::assertSame($repaired->canonicalJson(), $again->canonicalJson());
        self::assertSame(self::all()->preparedHash(self::MASTER), $again->repair->preparedHash(self::MASTER));
        foreach ([$repaired->unmounted(), $repaired->enlargedBy(new UpscaleSettings(UpscaleMethod::Mitchell)), $repaired->finishedBy($repaired->finish)] as $other) {
            self::assertSame($repaired->repair, $other->repair);
        }
    }

    /** @param \Closure(): mixed $asked */
    #[DataProvider('nonsense')]
    public function test_nonsense_is_refused_with_a_sentence(\Closure $asked): void
    {
        $this->expectException(ImpossibleEdit::class);
        $this->expectExceptionMessageMatches('/^A repair cannot be done as it is asked for: .+\.$/');
        $asked();
    }

    /** @return iterable<string, array{\Closure(): mixed}> */
    public static function nonsense(): iterable
    {
        yield 'a dab of nothing' => [static fn (): Stroke => new Stroke([[0.5, 0.5]], 0.0)];
        yield 'far outside' => [static fn (): Stroke => new Stroke([[4.0, 0.5]], 0.1)];
        yield 'a colour in words' => [static fn (): Pen => new Pen([new Stroke([[0.5, 0.5]], 0.1)], 'red')];
        yield 'filled from outside' => [static fn (): Fill => new Fill([1.5, 0.5], 'ff0000')];
        yield 'points that cross' => [static fn (): Tone => new Tone(black: 200, white: 100)];
        yield 'too much' => [static fn (): Tone => new Tone(contrast: 101)];
        yield 'a margin of everything' => [static fn (): Trim => new Trim(0.6)];
        yield 'an edge far away' => [static fn (): CutOut => new CutOut(shift: 400.0)];
        yield 'of no kind' => [static fn (): EditLine => EditLine::fromRecord(JsonReader::of(['kind' => 'frobnicate'], 'an edit'))];
        yield 'no spot' => [static fn (): EditLine => EditLine::fromRecord(JsonReader::of(['kind' => 'retouch', 'strokes' => []], 'an edit'))];
        yield 'points of letters' => [static fn (): Stroke => Stroke::fromRecord(JsonReader::of(['points' => [['a', 'b']], 'radius' => 100], 'a stroke'))];
        yield 'a line that is not there' => [static fn (): EditList => (new EditList())->replaced(3, new EditLine(new Trim()))];
    }

    public function test_a_list_that_is_none_is_named(): void
    {
        $this->expectException(MalformedJson::class);
        EditList::fromRecord(JsonReader::decode('[{"kind": 7}]', 'edits'));
    }

    public function test_tone_leaves_the_middle_of_contrast_and_the_ends_where_they_are(): void
    {
        $none = new Tone();
        foreach ([0.0, 0.2, 0.5, 1.0] as $value) {
            self::assertEqualsWithDelta($value, $none->curve($value, 0), 1e-9);
        }
        $hard = new Tone(contrast: 100);
        self::assertEqualsWithDelta(0.5, $hard->curve(0.5, 1), 1e-9);
        self::assertEqualsWithDelta(2 * 0.2 ** 2, $hard->curve(0.2, 1), 1e-9);
        self::assertSame([0.0, 1.0], [$hard->curve(0.0, 1), $hard->curve(1.0, 1)]);
        $points = new Tone(black: 51, white: 204);
        self::assertEqualsWithDelta(0.0, $points->curve(51 / 255, 2), 1e-9);
        self::assertEqualsWithDelta(1.0, $points->curve(204 / 255, 2), 1e-9);
        self::assertEqualsWithDelta(0.5, $points->curve(127.5 / 255, 2), 1e-9);
        $grey = new Tone(grey: '808890');
        self::assertEqualsWithDelta($grey->curve(0x80 / 255, 0), $grey->curve(0x90 / 255, 2), 1e-9, 'the picked grey is neutral');
        self::assertGreaterThan($none->curve(0.5, 0), (new Tone(warmth: 50))->curve(0.5, 0));
        self::assertLessThan($none->curve(0.5, 2), (new Tone(warmth: 50))->curve(0.5, 2));
    }

    private static function all(): EditList
    {
        $stroke = new Stroke([[0.25, 0.5], [0.75, 0.5]], 0.012);

        return EditList::of(
            new Retouch([$stroke]),
            new Fill([0.1, 0.9], null, 12, false, false),
            new Pen([$stroke], '0f5c63', true),
            new Tone(4, 250, '808890', 10, -20, 6, -100),
            new CutOut(true, EdgeStyle::Hard, -1.25, [new Mark($stroke, true), new Mark($stroke, false)], false),
            new Trim(0.02),
        );
    }
}
