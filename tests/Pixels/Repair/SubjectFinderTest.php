<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Onnx\GuidedShare;
use Snugfit\Pixels\Onnx\SubjectRegions;
use Snugfit\Pixels\Repair\SubjectFinder;
use Snugfit\Pixels\Repair\SubjectShare;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Tests\Pixels\PixelTestCase;

/** A subject on a ground that has things in it: what is marked leads, colours and edges bound it. */
final class SubjectFinderTest extends PixelTestCase
{
    private const GROUND = ['-seed', '5', 'plasma:#52627a-#a89a78', '-seed', '9', '-attenuate', '0.25', '+noise', 'gaussian', '-blur', '0x1'];

    public function test_of_two_things_the_one_that_is_marked_is_the_subject(): void
    {
        $file = $this->convert(
            'two.png', '-size', '600x400', ...self::GROUND, ...[
                '-fill', '#b3261e', '-draw', 'circle 150,200 150,90', '-fill', '#f0d890', '-draw', 'circle 150,170 150,140',
                '-fill', '#2a6f4e', '-draw', 'rectangle 360,100 540,310', '-define', 'png:color-type=2', '-depth', '8',
            ],
        );
        $left = $this->found($file, [self::mark(110, 240, true), self::mark(180, 260, true), self::mark(450, 200, false), self::mark(40, 40, false)]);
        self::assertSame([255, 255, 0, 0], self::at($left, [150, 260], [150, 165], [450, 150], [560, 380]), 'the disc with what is in it, and neither the other nor the ground');
        $right = $this->found($file, [self::mark(400, 150, true), self::mark(500, 270, true), self::mark(150, 200, false), self::mark(40, 40, false)]);
        self::assertSame([0, 255, 0], self::at($right, [150, 260], [450, 200], [560, 380]));
    }

    public function test_small_pieces_and_holes_are_swept_but_for_those_that_are_marked(): void
    {
        $file = $this->convert(
            'specks.png', '-size', '600x400', ...self::GROUND, ...[
                '-fill', '#b3261e', '-draw', 'circle 200,200 200,60', '-draw', 'circle 520,80 520,68',
                '-define', 'png:color-type=2', '-depth', '8',
            ],
        );
        $marks = [self::mark(160, 240, true), self::mark(240, 160, true), self::mark(450, 350, false), self::mark(40, 40, false)];
        self::assertSame([255, 0], self::at($this->found($file, $marks), [200, 200], [520, 80]));
        self::assertSame([255, 255], self::at($this->found($file, [...$marks, self::mark(520, 80, true, 8)]), [200, 200], [520, 80]));
    }

    public function test_a_mark_on_a_thin_thing_reaches_to_its_ends_and_no_farther(): void
    {
        $file = $this->convert(
            'thin.png', '-size', '600x400', ...self::GROUND, ...[
                '-fill', '#b3261e', '-draw', 'circle 150,200 150,90', '-stroke', '#203a10', '-strokewidth', '7', '-draw', 'line 330,60 560,330',
                '-define', 'png:color-type=2', '-depth', '8',
            ],
        );
        $marks = [self::mark(110, 240, true), self::mark(180, 260, true), self::mark(300, 350, false), self::mark(40, 40, false)];
        self::assertSame([0, 0, 0, 0], self::at($this->found($file, $marks), [350, 83], [500, 260], [550, 318], [445, 260]));
        $found = $this->found($file, [...$marks, self::mark(442, 192, true, 4)]);
        self::assertSame([255, 255, 255], self::at($found, [350, 83], [500, 260], [550, 318]), 'both ends');
        self::assertSame([0, 0, 0], self::at($found, [445, 260], [400, 60], [560, 380]), 'not the ground beside it');
        $gone = $this->found($file, [...$marks, self::mark(442, 192, true, 4), self::mark(500, 260, false, 4)]);
        self::assertSame([0, 0], self::at($gone, [350, 83], [550, 318]), 'the last word counts');
    }

    public function test_without_marks_and_on_pictures_of_a_few_pixels_there_is_an_answer(): void
    {
        foreach (['1x30', '3x40', '7x5', '60x90'] as $size) {
            $file = $this->convert("tiny-$size.png", '-size', $size, 'plasma:#102030-#f0e0a0', '-define', 'png:color-type=2', '-depth', '8');
            $picture = Image::load('png', $file);
            foreach ([[], [new Mark(new Stroke([[0.5, 0.5]], 0.02), true), new Mark(new Stroke([[0.5, 0.5]], 0.02), false)]] as $marks) {
                self::assertSame($picture->size()->pixels(), \strlen((new SubjectFinder())->find($picture, $marks)->of($picture, 255.0)->bytes()));
            }
        }
    }

    public function test_regions_go_by_colours_from_marks_where_what_is_said_is_wrong(): void
    {
        // The left third is red, of which a blob is said to be the subject; the rest is blue.
        $size = new PixelSize(60, 40);
        [$picture, $share, $stays, $goes] = ['', '', '', ''];
        for ($y = 0; $y < 40; ++$y) {
            for ($x = 0; $x < 60; ++$x) {
                $picture .= $x < 20 ? "\xC0\x30\x20" : "\x20\x40\xB0";
                $share .= pack('g', hypot($x - 12, $y - 20) < 11 ? 0.8 : 0.2);
                $stays .= hypot($x - 10, $y - 20) < 3 ? "\xFF" : "\0";
                $goes .= hypot($x - 50, $y - 20) < 3 ? "\xFF" : "\0";
            }
        }
        $found = array_map(
            static fn (mixed $level): bool => \is_float($level) && $level > 0.5,
            array_values((array) unpack('g*', (new SubjectRegions())->find($picture, $share, $stays, $goes, $size))),
        );
        $wrong = 0;
        foreach ($found as $i => $isSubject) {
            $wrong += $isSubject === ($i % 60 < 20) ? 0 : 1;
        }
        self::assertSame(0, $wrong);
    }

    public function test_what_was_found_small_ends_at_the_edges_of_the_large_picture(): void
    {
        // A disc of 700 px, known on a grid of 200 px, softly.
        $large = Image::load('png', $this->convert('disc.png', '-size', '2000x2000', 'xc:#d8c8a0', '-fill', '#203858', '-draw', 'circle 1000,1000 1000,300', '-define', 'png:color-type=2', '-depth', '8'));
        $small = $large->reducedWithin(500)->copyToMemory();
        $known = $large->extractBands(0, 1)->reducedWithin(200)->isLessThan(128.0)->blur(1.0)->cast(BandFormat::Float)->linear(1 / 255, 0.0)->copyToMemory();
        $slopes = (new GuidedShare())->slopes($small->bytes(), $known->stretched($small->size())->bytes(), $small->size());
        $share = (new SubjectShare(Image::ofBytes($slopes, $small->size(), 4, Interpretation::Multiband, BandFormat::Float)))->of($large, 255.0);
        self::assertSame([255, 255, 0, 0], self::at($share, [1000, 1000], [1000, 306], [1000, 294], [20, 20]));
        self::assertEqualsWithDelta(\M_PI * 700 ** 2 / 2000 ** 2, $share->average() / 255, 0.002);
    }

    /** @param list<Mark> $marks */
    private function found(string $file, array $marks): Image
    {
        $picture = Image::load('png', $file)->copyToMemory();

        return (new SubjectFinder())->find($picture, $marks)->of($picture, 255.0);
    }

    /**
     * @param array{int, int} ...$places
     *
     * @return list<int> 0 or 255, whichever is nearer
     */
    private static function at(Image $share, array ...$places): array
    {
        return array_values(array_map(
            static fn (array $place): int => $share->crop(new PixelWindow($place[0], $place[1], 1, 1))->values()[0] > 127 ? 255 : 0,
            $places,
        ));
    }

    /** Of a picture of 600 × 400 px. */
    private static function mark(int $x, int $y, bool $stays, int $radius = 14): Mark
    {
        return new Mark(new Stroke([[$x / 600, $y / 400]], $radius / 600), $stays);
    }
}
