<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Repair;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\CutOutReport;
use Snugfit\Core\Repair\EdgeStyle;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Repair\BackgroundRemover;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Tests\Pixels\PixelTestCase;

/** A drawn bird whose transparency is known, laid on grounds by ImageMagick, and cut out again. */
final class BackgroundRemoverTest extends PixelTestCase
{
    /** The bird has a white belly and a white eye, closed all round, and a thin leg; 500 × 500. */
    private const BIRD = <<<'SVG'
        <svg xmlns="http://www.w3.org/2000/svg" width="500" height="500">
          <path d="M250 60c80 0 130 90 130 190s-50 190-130 190-130-90-130-190S170 60 250 60z" fill="#1e2b2f"/>
          <ellipse cx="250" cy="290" rx="70" ry="110" fill="#ffffff"/><circle cx="250" cy="120" r="26" fill="#ffffff"/>
          <path d="M370 150l90 20-80 40z" fill="#e0702a"/><path d="M250 438v50h30" fill="none" stroke="#e0702a" stroke-width="3"/>
        </svg>
        SVG;

    /** @param non-empty-list<string> $ground */
    #[DataProvider('grounds')]
    public function test_on_plain_grounds_the_subject_comes_back_with_its_whites(array $ground, bool $isJpeg, float $least): void
    {
        [$made, $report] = $this->cut($this->composite($ground, $isJpeg), new CutOut());
        self::assertTrue($report->isPlain);
        self::assertGreaterThan($least, $this->sharedWithTruth($made));
        self::assertSame(255.0, self::alphaAt($made, 250, 300), 'the belly stays');
        self::assertSame(255.0, self::alphaAt($made, 250, 120), 'the eye stays');
        self::assertSame(0.0, self::alphaAt($made, 20, 480));
        // JPEG smears colour over sixteen pixels.
        self::assertLessThan($isJpeg ? 0.1 : 0.06, $report->halo);
        self::assertFalse($report->isDoubtful());
    }

    /** @return iterable<string, array{non-empty-list<string>, bool, float}> */
    public static function grounds(): iterable
    {
        yield 'white' => [['xc:white'], false, 0.99];
        yield 'white, as JPEG' => [['xc:white'], true, 0.985];
        yield 'green' => [['xc:#3c9a4b'], false, 0.99];
        yield 'graded' => [['gradient:#cfe0f0-#f4ecd8'], false, 0.99];
        yield 'graded, as JPEG' => [['gradient:#cfe0f0-#f4ecd8'], true, 0.985];
        yield 'paper' => [['xc:#f4ecd8', '-seed', '4', '-attenuate', '0.08', '+noise', 'gaussian'], false, 0.985];
    }

    public function test_islands_are_told_and_go_where_a_mark_or_everything_says_so(): void
    {
        $file = $this->composite(['xc:white']);
        [, $report] = $this->cut($file, new CutOut());
        self::assertCount(2, $report->islands);
        self::assertSame([true, true], array_column($report->islands, 'stays'));
        [$made, $report] = $this->cut($file, new CutOut(marks: [self::mark(250, 120, 6, false)]));
        self::assertSame([0.0, 255.0], [self::alphaAt($made, 250, 120), self::alphaAt($made, 250, 300)], 'the eye goes, the belly stays');
        self::assertSame(1, \count(array_filter(array_column($report->islands, 'stays'))));
        [$made] = $this->cut($file, new CutOut(insideGoes: true, marks: [self::mark(250, 300, 6, true)]));
        self::assertSame([0.0, 255.0], [self::alphaAt($made, 250, 120), self::alphaAt($made, 250, 300)]);
    }

    public function test_a_mark_takes_a_hard_shadow_away_and_keeps_what_looks_like_the_ground(): void
    {
        $shadow = ['xc:white', '-fill', '#b8c4c4', '-draw', 'ellipse 250,470 200,24 0,360'];
        [$made] = $this->cut($this->composite($shadow), new CutOut());
        self::assertSame(255.0, self::alphaAt($made, 100, 470), 'it has an edge, so it is no ground by itself');
        [$made] = $this->cut($this->composite($shadow), new CutOut(marks: [self::mark(100, 470, 5, false)]));
        self::assertLessThan(4.0, self::alphaAt($made, 100, 470));
        self::assertLessThan(4.0, self::alphaAt($made, 400, 470), 'all of it, not the dab alone');
        self::assertSame(255.0, self::alphaAt($made, 200, 250));
        [$made] = $this->cut($this->composite(['xc:white']), new CutOut(marks: [self::mark(60, 60, 20, true)]));
        self::assertSame([255.0, 0.0], [self::alphaAt($made, 60, 60), self::alphaAt($made, 60, 120)], 'where nothing tells it apart the dab alone stays');
    }

    public function test_on_a_busy_ground_marks_lead_a_network_to_the_subject(): void
    {
        $file = $this->composite(['-seed', '7', 'plasma:#3c6a2b-#d8c070', '-seed', '3', '-attenuate', '0.4', '+noise', 'gaussian', '-blur', '0x1']);
        $marks = [self::mark(200, 300, 10, true), self::mark(250, 300, 12, true), self::mark(250, 120, 8, true), self::mark(400, 175, 8, true), self::mark(60, 60, 14, false), self::mark(430, 400, 14, false)];
        [$made, $report] = $this->cut($file, new CutOut(marks: $marks));
        self::assertFalse($report->isPlain);
        self::assertGreaterThan(0.85, $this->sharedWithTruth($made));
        self::assertGreaterThan(250.0, self::alphaAt($made, 250, 300), 'what is marked stays');
        self::assertLessThan(5.0, self::alphaAt($made, 60, 60));
        [, $alone] = $this->cut($file, new CutOut());
        self::assertTrue($alone->isDoubtful(), 'without a word from anybody it is to be looked at');
    }

    public function test_a_soft_shadow_is_ground(): void
    {
        $this->composite(['xc:white']);
        $this->convert('shade.png', 'truth.png', '-channel', 'RGB', '-evaluate', 'set', '0', '-channel', 'A', '-evaluate', 'multiply', '0.3', '-channel', 'RGBA', '-blur', '0x12');
        $file = $this->convert('shadowed.png', '-size', '500x500', 'xc:white', 'shade.png', '-geometry', '+8+10', '-composite', 'truth.png', '-geometry', '+0+0', '-composite', '-define', 'png:color-type=2', '-depth', '8');
        [$made] = $this->cut($file, new CutOut());
        self::assertGreaterThan(0.97, $this->sharedWithTruth($made));
    }

    public function test_an_edge_is_hard_or_moved_as_it_is_asked(): void
    {
        $file = $this->composite(['xc:white']);
        [$soft, $softly] = $this->cut($file, new CutOut());
        [$hard, $hardly] = $this->cut($file, new CutOut(edge: EdgeStyle::Hard));
        self::assertSame([0, 255], array_keys(array_filter($hard->extractBands(3, 1)->counts()[0])));
        self::assertSame(0.0, $hardly->halfTransparent);
        self::assertGreaterThan(0.005, $softly->halfTransparent);
        [$in] = $this->cut($file, new CutOut(shift: -2.0));
        [$out] = $this->cut($file, new CutOut(shift: 2.0));
        $area = static fn (Image $made): float => $made->extractBands(3, 1)->average();
        self::assertLessThan($area($soft), $area($in));
        self::assertGreaterThan($area($soft), $area($out));
    }

    public function test_what_was_cut_out_before_keeps_its_whites_at_the_edge(): void
    {
        $file = $this->convert('ghost.png', '-size', '200x200', 'xc:none', '-fill', 'white', '-draw', 'circle 100,100 100,40', '-depth', '8');
        [$made, $report] = $this->cut($file, new CutOut());
        self::assertSame([0.0, 255.0, 255.0], [self::alphaAt($made, 5, 5), self::alphaAt($made, 100, 42), self::alphaAt($made, 100, 100)]);
        self::assertEqualsWithDelta(1 - \M_PI * 60.5 ** 2 / 40000, $report->removed, 0.01);
    }

    public function test_colours_of_the_edge_hold_nothing_of_the_ground(): void
    {
        [$made] = $this->cut($this->composite(['xc:white']), new CutOut());
        // On black a pale rim would show: nowhere near the dark body's left edge is anything bright.
        $onBlack = $made->flatten([0.0, 0.0, 0.0])->crop(new \Snugfit\Core\Measure\PixelWindow(100, 230, 60, 40));
        self::assertLessThan(60, max($onBlack->values()));
    }

    /** @param non-empty-list<string> $ground */
    #[DataProvider('jpegs')]
    public function test_what_a_jpeg_smeared_over_an_edge_is_not_the_subject_s(array $ground, float $most): void
    {
        [$made] = $this->cut($this->composite($ground, true), new CutOut());
        self::assertLessThan($most, $this->offOnBlack($made, 'truth.png'));
    }

    /** @return iterable<string, array{non-empty-list<string>, float}> levels by which a channel may be off on the mean */
    public static function jpegs(): iterable
    {
        yield 'white' => [['xc:white'], 9.0];
        yield 'green' => [['xc:#3c9a4b'], 12.2];
        yield 'purple' => [['xc:#8a5fa8'], 12.2];
    }

    public function test_edges_of_what_was_enlarged_before_end_as_wide_as_they_are(): void
    {
        $file = $this->convert('large.png', $this->composite(['xc:#3c9a4b']), '-filter', 'Cubic', '-resize', '400%', '-depth', '8');
        $this->convert('large-truth.png', 'truth.png', '-filter', 'Cubic', '-resize', '400%', '-depth', '8');
        [$made, $report] = $this->cut($file, new CutOut());
        self::assertLessThan(0.03, $report->halo);
        self::assertLessThan(5.0, $this->offOnBlack($made, 'large-truth.png'));
        self::assertSame(255.0, (float) $made->crop(new \Snugfit\Core\Measure\PixelWindow(1000, 1200, 1, 1))->values()[3]);
    }

    public function test_a_picture_of_a_few_pixels_is_cut_out(): void
    {
        foreach (['3x40', '7x5', '60x90'] as $size) {
            $file = $this->convert("tiny-$size.png", '-size', $size, 'xc:white', '-fill', '#1e2b2f', '-draw', 'rectangle 1,1 1,3', '-define', 'png:color-type=2', '-depth', '8');
            [$made] = $this->cut($file, new CutOut());
            self::assertSame(str_replace('x', ' × ', $size), (string) $made->size());
        }
    }

    public function test_sixteen_bits_stay_and_earlier_transparency_counts(): void
    {
        $file = $this->composite(['xc:white']);
        $deep = $this->picture16($file);
        [$made] = (new BackgroundRemover())->cut($deep, new CutOut());
        self::assertSame(BandFormat::Short, $made->format());
        self::assertGreaterThan(0.99, $this->sharedWithTruth($made->linear(1 / 257, 0.0)->roundTo(BandFormat::Byte)));
        $holed = $this->convert('holed.png', $file, '(', '-size', '500x500', 'xc:white', '-fill', 'black', '-draw', 'rectangle 180,200 220,240', ')', '-alpha', 'off', '-compose', 'CopyOpacity', '-composite', '-depth', '8');
        [$made] = $this->cut($holed, new CutOut());
        self::assertSame(0.0, self::alphaAt($made, 200, 220));
    }

    /** @param non-empty-list<string> $ground */
    private function composite(array $ground, bool $isJpeg = false): string
    {
        file_put_contents($this->folder.'/bird.svg', self::BIRD);
        $this->tool('rsvg-convert', '-o', 'truth.png', 'bird.svg');
        $name = 'on-'.md5(implode(' ', $ground)).($isJpeg ? '.jpg' : '.png');

        return $this->convert($name, '-size', '500x500', ...$ground, ...['truth.png', '-composite', '-type', 'TrueColor', '-depth', '8', '-quality', '80']);
    }

    /** @return array{Image, CutOutReport} */
    private function cut(string $file, CutOut $edit): array
    {
        return (new BackgroundRemover())->cut(WorkingSpaceConverter::toWorking(Master::open($file)->picture(), WorkingSpace::Srgb), $edit);
    }

    private function picture16(string $file): Image
    {
        return WorkingSpaceConverter::toWorking(Master::open($this->convert('deep.png', $file, '-define', 'png:color-type=2', '-define', 'png:bit-depth=16', '-depth', '16'))->picture(), WorkingSpace::Srgb);
    }

    /** Of what either has, the share that both have. */
    private function sharedWithTruth(Image $made): float
    {
        $true = Master::open($this->folder.'/truth.png')->picture()->extractBands(3, 1)->values();
        $both = $either = 0;
        foreach ($made->extractBands(3, 1)->values() as $i => $alpha) {
            $both += min($alpha, $true[$i]);
            $either += max($alpha, $true[$i]);
        }

        return $both / $either;
    }

    /** By how many levels edges laid on black are off on the mean. */
    private function offOnBlack(Image $made, string $truth): float
    {
        $true = Master::open($this->folder.'/'.$truth)->picture();
        $alpha = $true->extractBands(3, 1);
        $isEdge = $alpha->isMoreThan(5.0)->both($alpha->isLessThan(250.0))->linear(1 / 255, 0.0);
        $off = $made->flatten([0.0, 0.0, 0.0])->minus($true->flatten([0.0, 0.0, 0.0]));
        $sum = $off->multipliedBy($off)->raisedTo(0.5)->multipliedBy($isEdge)->average();

        return $sum / $isEdge->average();
    }

    private static function alphaAt(Image $made, int $x, int $y): float
    {
        return (float) $made->crop(new \Snugfit\Core\Measure\PixelWindow($x, $y, 1, 1))->values()[3];
    }

    private static function mark(int $x, int $y, int $radius, bool $stays): Mark
    {
        return new Mark(new Stroke([[$x / 500, $y / 500]], $radius / 500), $stays);
    }
}
