<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Pen;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Repair\Tone;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Repair\MasterPreparer;
use Snugfit\Pixels\Repair\RepairPreviewer;
use Snugfit\Pixels\Repair\Retoucher;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Pixels\PixelTestCase;
use Symfony\Component\Process\Process;

/** What is kept between strokes changes nothing of what is shown. */
final class RepairPreviewerTest extends PixelTestCase
{
    public function test_what_was_kept_gives_the_same_picture_as_before(): void
    {
        $master = $this->master();
        $mark = new Mark(new Stroke([[0.5, 0.5]], 0.05), false);
        foreach ([
            EditList::of(new CutOut()),
            EditList::of(new CutOut(marks: [$mark])),
            EditList::of(new Tone(contrast: 20), new CutOut(marks: [$mark])),
            EditList::of(new CutOut(), new Pen([new Stroke([[0.5, 0.5]], 0.1)], '0f5c63')),
        ] as $edits) {
            $first = $this->preview($master, $edits, false)->bytes();
            self::assertSame($first, $this->preview($master, $edits, false)->bytes(), 'from what was kept');
            self::assertSame((new MasterPreparer())->prepared($this->small($master), $edits)->picture->bytes(), $first, 'as it is prepared, but for its size');
        }
        self::assertCount(2, glob($this->folder.'/preview-*/base.v') ?: [], 'by what is done before the background goes');
    }

    public function test_one_spot_more_is_filled_on_what_the_others_made(): void
    {
        $master = $this->master();
        $spot = static fn (float $x, float $y): Stroke => new Stroke([[$x, $y]], 0.015);
        $edits = [new CutOut(), new Retouch([$spot(0.3, 0.5)]), new Tone(contrast: 10)];
        foreach ([$spot(0.7, 0.5), $spot(0.32, 0.52), $spot(0.6, 0.6)] as $next) {
            $edits[1] = $edits[1]->joinedBy(new Retouch([$next]));
            $shown = $this->preview($master, EditList::of(...$edits), false)->bytes();
            self::assertSame((new MasterPreparer())->prepared($this->small($master), EditList::of(...$edits))->picture->bytes(), $shown, 'near ones, too');
        }
        $made = \count(glob($this->folder.'/preview-*/made.v') ?: []);
        $this->preview($master, EditList::of($edits[0], $edits[1], new Tone(contrast: 30)), false);
        self::assertCount($made, glob($this->folder.'/preview-*/made.v') ?: [], 'a slider keeps nothing');
    }

    public function test_near_spots_are_filled_again_and_far_ones_are_not(): void
    {
        $master = $this->master();
        $spot = static fn (float $x, float $y): Stroke => new Stroke([[$x, $y]], 0.015);
        $far = $spot(0.85, 0.5);
        // Each of two is near the next alone.
        $done = new Retouch([$spot(0.2, 0.5), $far, $spot(0.32, 0.5)]);
        $next = $spot(0.44, 0.5);
        self::assertEquals([$done->strokes[0], $done->strokes[2]], Retoucher::near($next, $done, $master->size()));
        self::assertSame([], Retoucher::near($far, new Retouch([$next]), $master->size()));
        $this->preview($master, EditList::of(new Tone(contrast: 10), $done), false);
        $edits = EditList::of(new Tone(contrast: 10), $done->joinedBy(new Retouch([$next])));
        $shown = $this->preview($master, $edits, false)->bytes();
        self::assertSame((new MasterPreparer())->prepared($this->small($master), $edits)->picture->bytes(), $shown, 'the same as all at once');
    }

    public function test_a_mark_is_felt_quickly_and_where_it_is(): void
    {
        $master = $this->master();
        $alphaAt = static fn (Image $image, float $x, float $y): float => $image->extractBands(3, 1)->crop(new \Snugfit\Core\Measure\PixelWindow((int) ($x * 300), (int) ($y * 200), 1, 1))->values()[0];
        $edits = EditList::of(new CutOut());
        $whole = $this->preview($master, $edits, true);
        self::assertSame([0.0, 255.0, 255.0], [$alphaAt($whole, 0.05, 0.05), $alphaAt($whole, 0.4, 0.5), $alphaAt($whole, 0.5, 0.5)], 'the hole stays');
        $marked = $this->preview($master, EditList::of(new CutOut(marks: [new Mark(new Stroke([[0.5, 0.5]], 0.01), false)])), true);
        self::assertSame([255.0, 0.0], [$alphaAt($marked, 0.4, 0.5), $alphaAt($marked, 0.5, 0.5)]);
        $fine = $this->preview($master, $edits, false)->extractBands(3, 1);
        self::assertLessThan(3.0, $whole->extractBands(3, 1)->minus($fine)->positivePart()->average(), 'levels of 255, on the mean');
    }

    public function test_a_mark_on_a_busy_ground_is_felt_by_what_was_said_before_and_finely_by_all_that_is_known(): void
    {
        $master = $this->busy();
        $marks = [new Mark(new Stroke([[0.25, 0.5]], 0.03), true), new Mark(new Stroke([[0.95, 0.1]], 0.03), false)];
        $alphaAt = static fn (Image $image, float $x, float $y): float => $image->extractBands(3, 1)->crop(new \Snugfit\Core\Measure\PixelWindow((int) ($x * $image->size()->width), (int) ($y * $image->size()->height), 1, 1))->values()[0];
        foreach ([null, true, false] as $stays) {
            $edits = EditList::of(new CutOut(marks: null === $stays ? $marks : [...$marks, new Mark(new Stroke([[0.75, 0.5]], 0.03), $stays)]));
            $felt = $this->preview($master, $edits, true);
            $fine = $this->preview($master, $edits, false);
            self::assertSame((new MasterPreparer())->prepared($this->small($master), $edits)->picture->bytes(), $fine->bytes(), 'as it is prepared');
            foreach ([$felt, $fine] as $shown) {
                self::assertSame([255.0, 0.0], [$alphaAt($shown, 0.25, 0.4), $alphaAt($shown, 0.5, 0.1)]);
            }
            if (null !== $stays) {
                $wanted = $stays ? 255.0 : 0.0;
                self::assertSame([$wanted, $wanted], [$alphaAt($felt, 0.75, 0.5), $alphaAt($fine, 0.75, 0.5)], 'the disc that is marked');
            }
        }
        self::assertCount(1, glob($this->folder.'/preview-*/told.v') ?: []);
    }

    public function test_a_master_of_sixteen_bits_is_cut_like_one_of_eight(): void
    {
        $shallow = $this->master();
        (new Process(['convert', $this->folder.'/in.png', '-depth', '16', '-define', 'png:bit-depth=16', 'PNG48:'.$this->folder.'/deep.png']))->mustRun();
        $deep = Master::open($this->folder.'/deep.png');
        foreach ([true, false] as $isQuick) {
            self::assertSame($this->preview($shallow, EditList::of(new CutOut()), $isQuick)->bytes(), $this->preview($deep, EditList::of(new CutOut()), $isQuick)->bytes());
        }
    }

    public function test_what_takes_long_is_left_out_of_what_is_felt(): void
    {
        $edits = EditList::of(new CutOut(), new Retouch([new Stroke([[0.4, 0.5]], 0.02)]));
        self::assertSame($this->preview($this->master(), EditList::of(new CutOut()), true)->bytes(), $this->preview($this->master(), $edits, true)->bytes());
    }

    private function preview(Master $master, EditList $edits, bool $isQuick): Image
    {
        return (new RepairPreviewer($this->folder))->preview($master, $edits, 300, $isQuick);
    }

    private function small(Master $master): Image
    {
        return $master->picture();
    }

    /** Two discs on a ground of many colours. */
    private function busy(): Master
    {
        (new Process(['convert', '-size', '300x200', '-seed', '5', 'plasma:#52627a-#a89a78', '-attenuate', '0.3', '+noise', 'gaussian', '-fill', '#a03020', '-draw', 'circle 75,100 75,50', '-fill', '#203a80', '-draw', 'circle 225,100 225,70', '-depth', '8', 'PNG24:'.$this->folder.'/busy.png']))->mustRun();

        return Master::open($this->folder.'/busy.png');
    }

    /** A ring on white. */
    private function master(): Master
    {
        (new Process(['convert', '-size', '300x200', 'xc:white', '-fill', '#a03020', '-draw', 'circle 150,100 150,30', '-fill', 'white', '-draw', 'circle 150,100 150,85', '-depth', '8', 'PNG24:'.$this->folder.'/in.png']))->mustRun();
        self::assertEquals(new PixelSize(300, 200), Master::open($this->folder.'/in.png')->size());

        return Master::open($this->folder.'/in.png');
    }
}
