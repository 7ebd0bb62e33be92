<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\BrokenUpscale;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\TileClaims;
use Snugfit\Pixels\Enlarger\TileUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Job\JobFiles;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;
use Snugfit\Pixels\Zimg\ScalingFilter;
use Snugfit\Shop\DataFolder;
use Snugfit\Work\Child\Sandbox;
use Symfony\Component\Process\Process;

/** The learned enlarger: no seams, nothing made twice, nothing lost in 16 bits or at the edge of transparency. */
final class UpscaleTileCacheTest extends PixelTestCase
{
    /** @return iterable<string, array{UpscaleSettings}> */
    public static function ways(): iterable
    {
        foreach (['faithful', 'mending', 'mending-40', 'denoised-40', 'focused', 'focused-60', 'redrawn', 'redrawn-70', 'drawn', 'faithful-quick', 'drawn-best', 'textured-60'] as $code) {
            yield $code => [UpscaleSettings::ofCode($code) ?? throw new \LogicException()];
        }
    }

    #[DataProvider('ways')]
    public function test_a_part_has_the_very_pixels_of_the_whole(UpscaleSettings $upscale): void
    {
        // Wider than a piece, so that there are seams to be seen.
        $side = (new NetworkUpscaler($upscale))->piece();
        $picture = $this->picture(new PixelSize($side + 45, $side + 15))->copyToMemory();
        $whole = $this->doublings('whole')->doubled($picture, 'p', new NetworkUpscaler($upscale), 1, PixelWindow::whole($picture->size()));
        foreach ([new PixelWindow($side - 16, $side - 26, 40, 40), new PixelWindow(0, 0, 10, 10), new PixelWindow($side + 14, 0, 30, $side + 14), new PixelWindow($side + 15, $side - 56, 30, 60)] as $i => $part) {
            $made = $this->doublings('part'.$i)->doubled($picture, 'p', new NetworkUpscaler($upscale), 1, $part);
            self::assertSame($whole->crop($part->times(2))->bytes(), $made->crop($part->times(2))->bytes());
            $patch = $this->doublings('patch'.$i)->once($picture, 'p', new NetworkUpscaler($upscale), 1, $part);
            self::assertSame($whole->crop($part->times(2))->bytes(), $patch->crop($part->times(2))->bytes());
        }
        self::assertGreaterThan(33, ImageSimilarity::between($picture->resize($picture->size()->times(2), Kernel::Lanczos), $whole)->psnr, 'and it is the picture');
    }

    public function test_four_times_at_once_and_once_more_a_part_has_the_very_pixels_of_the_whole(): void
    {
        // Wider than a piece; beyond four times, doublings go on.
        $doubler = new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful));
        $picture = $this->picture(new PixelSize(285, 40))->copyToMemory();
        $all = PixelWindow::whole($picture->size());
        $whole = $this->doublings('whole')->doubled($picture, 'p', $doubler, 3, $all)->copyToMemory();
        self::assertEquals($picture->size()->times(8), $whole->size());
        foreach ([new PixelWindow(250, 20, 9, 5), new PixelWindow(0, 0, 5, 5), new PixelWindow(280, 33, 5, 7)] as $i => $part) {
            $made = $this->doublings('part'.$i)->doubled($picture, 'p', $doubler, 3, $part);
            self::assertSame($whole->crop($part->times(8))->bytes(), $made->crop($part->times(8))->bytes());
            $patch = $this->doublings('patch'.$i)->once($picture, 'p', $doubler, 3, $part);
            self::assertSame($whole->crop($part->times(8))->bytes(), $patch->crop($part->times(8))->bytes());
        }
        $waiting = $this->doublings('n')->waiting($picture->size(), 'p', $doubler, 3, $all);
        $megapixels = [];
        foreach ($waiting as [, $some, $by]) {
            $megapixels[$by] = ($megapixels[$by] ?? 0.0) + $some;
        }
        self::assertEqualsWithDelta(['fourfold-6' => $whole->size()->megapixels() / 4, 'faithful-3' => $whole->size()->megapixels()], $megapixels, 1e-9);
        self::assertGreaterThan(33, ImageSimilarity::between($picture->resize($whole->size(), Kernel::Lanczos), $whole)->psnr, 'and it is the picture');
    }

    /** @return iterable<string, array{UpscaleMethod, int, list<array{int, int, int, int}>}> doublings, pieces of a picture of 91 × 71 px */
    public static function pieces(): iterable
    {
        yield 'faithful' => [UpscaleMethod::Faithful, 1, [[0, 0, 31, 17], [31, 17, 60, 54], [5, 40, 64, 1], [90, 70, 1, 1]]];
        yield 'four times at once' => [UpscaleMethod::Faithful, 2, [[0, 0, 31, 17], [31, 17, 60, 54], [5, 40, 64, 1], [90, 70, 1, 1]]];
        // Even corners, and even sides but at the picture's own edge.
        yield 'mending' => [UpscaleMethod::Mending, 1, [[0, 0, 32, 18], [32, 18, 59, 53], [6, 40, 64, 2], [90, 70, 1, 1], [0, 70, 91, 1]]];
    }

    /** @param list<array{int, int, int, int}> $pieces */
    #[DataProvider('pieces')]
    public function test_pieces_of_any_size_give_the_same_as_one_piece(UpscaleMethod $way, int $doublings, array $pieces): void
    {
        $picture = $this->picture(new PixelSize(91, 71))->copyToMemory();
        $doubler = (new NetworkUpscaler(new UpscaleSettings($way)))->first($doublings);
        $times = 2 ** $doublings;
        $margin = $doubler->margin();
        $wide = $picture->embed($margin, $margin, new PixelSize(91 + 2 * $margin, 71 + 2 * $margin), Extend::Copy)->copyToMemory();
        $whole = $doubler->enlarge($wide);
        foreach ($pieces as [$x, $y, $width, $height]) {
            $piece = $doubler->enlarge($wide->crop(new PixelWindow($x, $y, $width + 2 * $margin, $height + 2 * $margin))->copyToMemory());
            self::assertSame($whole->crop((new PixelWindow($x, $y, $width, $height))->times($times))->bytes(), $piece->bytes());
        }
    }

    public function test_a_second_doubling_makes_just_what_it_needs_of_the_first(): void
    {
        $picture = $this->picture(new PixelSize(600, 40))->copyToMemory();
        $quick = new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful, 100, Effort::Quick));
        $part = new PixelWindow(560, 10, 30, 20);
        $whole = $this->doublings('whole')->doubled($picture, 'p', $quick, 2, PixelWindow::whole($picture->size()))->crop($part->times(4))->bytes();
        $parts = $this->doublings('part');
        $before = \count($parts->waiting($picture->size(), 'p', $quick, 2, PixelWindow::whole($picture->size())));
        self::assertSame($whole, $parts->doubled($picture, 'p', $quick, 2, $part)->crop($part->times(4))->bytes());
        $after = \count($parts->waiting($picture->size(), 'p', $quick, 2, PixelWindow::whole($picture->size())));
        self::assertGreaterThan(0, $after, 'the far end was not made');
        self::assertLessThan($before, $after);
        self::assertSame([], $parts->waiting($picture->size(), 'p', $quick, 2, $part));
    }

    public function test_what_was_mended_is_doubled_again_as_a_clean_picture(): void
    {
        $picture = $this->picture(new PixelSize(60, 40))->copyToMemory();
        $all = PixelWindow::whole($picture->size());
        $once = $this->doublings('m')->doubled($picture, 'p', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Mending)), 1, $all)->copyToMemory();
        $twice = $this->doublings('m')->doubled($picture, 'p', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Mending)), 2, $all);
        $faithful = $this->doublings('f')->doubled($once, 'once', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful)), 1, PixelWindow::whole($once->size()));
        self::assertSame($faithful->bytes(), $twice->bytes());
        $waiting = $this->doublings('n')->waiting($picture->size(), 'p', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Mending)), 2, $all);
        self::assertSame(['mending-'.UpscaleMethod::Mending->networks(), 'faithful-'.UpscaleMethod::Faithful->networks()], array_column($waiting, 2));
    }

    public function test_what_is_there_is_not_made_again_and_what_a_dead_worker_had_in_hand_is(): void
    {
        $picture = $this->picture(new PixelSize(300, 20))->copyToMemory();
        $all = PixelWindow::whole($picture->size());
        $counting = new class(new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful, 100, Effort::Quick))) implements TileUpscaler {
            public int $pieces = 0;

            public function __construct(private readonly TileUpscaler $doubler)
            {
            }

            public function name(): string
            {
                return 'counted';
            }

            public function doublings(): int
            {
                return 1;
            }

            public function piece(): int
            {
                return 256;
            }

            public function margin(): int
            {
                return $this->doubler->margin();
            }

            public function enlarge(Image $piece): Image
            {
                ++$this->pieces;

                return $this->doubler->enlarge($piece);
            }

            public function first(int $times): self
            {
                return $this;
            }

            public function next(): self
            {
                return $this;
            }

            public function cover(): self
            {
                return $this;
            }
        };
        $shares = [];
        $bytes = $this->doublings('w')->doubled($picture, 'p', $counting, 1, $all, static function (float $share) use (&$shares): void {
            $shares[] = round($share, 2);
        })->bytes();
        self::assertSame([2, [0.85, 1.0]], [$counting->pieces, $shares]);
        $this->doublings('w')->doubled($picture, 'p', $counting, 1, $all);
        self::assertSame(2, $counting->pieces);

        // A worker that is no more, its piece half written.
        $gone = new Process(['true']);
        $gone->run();
        file_put_contents($this->folder.'/w/p/counted-x2.made', pack('V4', 0xFFFFFFFF, 0, 4_000_000, 7));
        $file = fopen($this->folder.'/w/p/counted-x2.pieces', 'r+');
        self::assertNotFalse($file);
        fseek($file, 512 * 512 * 3);
        fwrite($file, str_repeat('x', 60));
        self::assertSame($bytes, $this->doublings('w')->doubled($picture, 'p', $counting, 1, $all)->bytes());
        self::assertSame(3, $counting->pieces);

        // The pieces are gone, the notes say that they are there.
        unlink($this->folder.'/w/p/counted-x2.pieces');
        self::assertSame($bytes, $this->doublings('w')->doubled($picture, 'p', $counting, 1, $all)->bytes());
        self::assertSame(5, $counting->pieces);
    }

    public function test_two_workers_share_the_pieces_and_never_make_the_same(): void
    {
        $book = new TileClaims($this->folder.'/book', 4);
        $other = new TileClaims($this->folder.'/book', 4);
        // This process is alive and has the first; nobody takes it, not even itself by another book: that would be a second worker.
        self::assertSame(0, $book->claim([0, 1, 2, 3]));
        $claimed = new Process([\PHP_BINARY, '-r', \sprintf('require %s; $b = new Snugfit\Pixels\Enlarger\TileClaims(%s, 4); echo $b->claim([0, 1, 2, 3]); $b->done(1); echo $b->claim([0, 1]) ?? "none";', var_export(\dirname(__DIR__, 2).'/vendor/autoload.php', true), var_export($this->folder.'/book', true))]);
        $claimed->mustRun();
        self::assertSame('1none', $claimed->getOutput());
        $book->done(0);
        self::assertSame([true, false], [$other->areDone([0, 1]), $other->areDone([0, 1, 2])]);
        self::assertSame([0 => true, 1 => true], TileClaims::doneIn($this->folder.'/book'));
    }

    public function test_a_worker_that_dies_while_another_waits_frees_its_piece(): void
    {
        $worker = $this->claimant();
        $book = new TileClaims($this->folder.'/book', 2);
        self::assertSame(1, $book->claim([0, 1]), 'the first is in hand');
        $book->done(1);
        self::assertNull($book->claim([0, 1]), 'it is at work');
        $worker->signal(\SIGKILL);
        $worker->wait();
        self::assertSame(0, $book->claim([1, 0]));
    }

    /** A number and a time of a process, as claims were written before processes were shut off from each other. */
    public function test_a_claim_from_before_is_nobodys(): void
    {
        file_put_contents($this->folder.'/book', pack('V2', (int) getmypid(), 7));
        self::assertSame(0, (new TileClaims($this->folder.'/book', 1))->claim([0]));
    }

    /** Each is the second process of its own world; told apart by that number, both had taken the same pieces. */
    public function test_workers_that_are_shut_off_from_each_other_never_make_the_same(): void
    {
        $sandbox = new Sandbox(\dirname(__DIR__, 2), new DataFolder($this->folder));
        self::assertTrue($sandbox->isAvailable());
        $shutOff = fn (array $command): array => $sandbox->around(array_values(array_filter($command, is_string(...))), $sandbox->folders(new JobFiles([], [$this->folder.'/book']), []), $this->folder);
        [$one, $other] = [$this->claimant($shutOff), $this->claimant($shutOff)];
        self::assertSame(['0', '1'], [$one->getOutput(), $other->getOutput()]);
        $one->stop(0);
        $other->stop(0);
        $third = $this->claimant($shutOff);
        self::assertContains($third->getOutput(), ['0', '1'], 'what the dead had in hand is free');
        $third->stop(0);
    }

    /** @param ?\Closure(list<string>): list<string> $around a worker in a process of its own that has a piece in hand, and said which */
    private function claimant(?\Closure $around = null): Process
    {
        $code = 'require %s; $b = new Snugfit\Pixels\Enlarger\TileClaims(%s, 3); echo $b->claim([0, 1, 2]); flush(); sleep(60);';
        $command = [\PHP_BINARY, '-r', \sprintf($code, var_export(\dirname(__DIR__, 2).'/vendor/autoload.php', true), var_export($this->folder.'/book', true))];
        $worker = new Process(null === $around ? $command : $around($command));
        $worker->start();
        $worker->waitUntil(static fn (string $type, string $text): bool => '' !== $text);

        return $worker;
    }

    /** @return iterable<string, array{string, BandFormat}> */
    public static function patches(): iterable
    {
        yield 'faithful' => ['faithful', BandFormat::Byte];
        yield 'mending, then faithful' => ['mending', BandFormat::Byte];
        yield 'quick, 16 bits' => ['drawn-quick', BandFormat::Short];
    }

    #[DataProvider('patches')]
    public function test_a_small_part_by_itself_has_the_wholes_pixels_through_two_doublings_and_is_not_kept(string $code, BandFormat $format): void
    {
        $doubler = new NetworkUpscaler(UpscaleSettings::ofCode($code) ?? throw new \LogicException());
        $size = new PixelSize(285, 263);
        $colour = $this->picture($size);
        // Half of it nothing, with a soft edge, so that colour beneath and cover are doubled, too.
        $cover = $colour->extractBands(0, 1)->linear(3.0, -300.0)->cast(BandFormat::Byte);
        $picture = $colour->join($cover)->withInterpretation(Interpretation::Srgb);
        $picture = (BandFormat::Byte === $format ? $picture : $picture->rescaleTo($format)->withInterpretation(Interpretation::Rgb16))->copyToMemory();
        $whole = $this->doublings('whole')->doubled($picture, 'p', $doubler, 2, PixelWindow::whole($size))->copyToMemory();
        foreach ([new PixelWindow(101, 77, 15, 9), new PixelWindow(0, 0, 20, 20), new PixelWindow(270, 250, 15, 13), new PixelWindow(250, 3, 9, 12)] as $part) {
            $made = $this->doublings('alone')->once($picture, 'p', $doubler, 2, $part);
            self::assertSame([$format, $whole->interpretation()], [$made->format(), $made->interpretation()]);
            self::assertSame($whole->crop($part->times(4))->bytes(), $made->crop($part->times(4))->bytes());
        }
        self::assertSame([], glob($this->folder.'/alone/p/*'));

        // Where the pieces are there, they are looked at: this one is not the picture's any more.
        $file = glob($this->folder.'/whole/p/*-x4.pieces')[0] ?? '';
        file_put_contents($file, str_repeat("\x07", (int) filesize($file)));
        $seen = $this->doublings('whole')->once($picture, 'p', $doubler, 2, new PixelWindow(101, 77, 15, 9));
        self::assertSame("\x07", count_chars($seen->crop(new PixelWindow(404, 308, 60, 36))->bytes(), 3));
    }

    public function test_sixteen_bits_stay_sixteen(): void
    {
        // A ramp of 4,096 levels in 256 px: eight bits would leave 256 of them, each repeated.
        $samples = '';
        for ($y = 0; $y < 16; ++$y) {
            for ($x = 0; $x < 256; ++$x) {
                $samples .= str_repeat(pack('v', 20000 + 16 * $x), 3);
            }
        }
        $ramp = Image::ofBytes($samples, new PixelSize(256, 16), 3, Interpretation::Rgb16, BandFormat::Short)->copyToMemory();
        $made = $this->doublings('w')->doubled($ramp, 'p', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful)), 1, PixelWindow::whole($ramp->size()));
        self::assertSame([BandFormat::Short, Interpretation::Rgb16], [$made->format(), $made->interpretation()]);
        $row = array_map(intval(...), array_filter(array_values((array) unpack('v*', $made->extractBands(1, 1)->crop(new PixelWindow(20, 16, 472, 1))->bytes())), is_int(...)));
        self::assertGreaterThan(400, \count(array_unique($row)));
        foreach ($row as $x => $level) {
            self::assertEqualsWithDelta(20000 + 8 * ($x + 20) - 4, $level, 120, 'within half a level of 255');
        }
    }

    public function test_the_edge_of_transparency_shows_no_fringe_on_black_or_on_white(): void
    {
        // A disc of one orange on nothing; the invisible pixels are green, which must not show.
        $bytes = '';
        for ($y = 0; $y < 80; ++$y) {
            for ($x = 0; $x < 80; ++$x) {
                $cover = min(1.0, max(0.0, 30.5 - hypot($x - 39.5, $y - 39.5)));
                $bytes .= $cover > 0 ? "\xE0\x90\x20".\chr((int) round(255 * $cover)) : "\x00\xFF\x00\x00";
            }
        }
        $disc = Image::ofBytes($bytes, new PixelSize(80, 80), 4)->copyToMemory();
        $made = $this->doublings('w')->doubled($disc, 'p', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Drawn)), 1, PixelWindow::whole($disc->size()));
        self::assertSame(4, $made->bands());
        foreach ([0.0, 255.0] as $ground) {
            $laid = $made->flatten([$ground, $ground, $ground])->bytes();
            for ($i = 0, $end = \strlen($laid); $i < $end; $i += 3) {
                // On the straight line between the ground and the orange, whatever the cover is.
                $off = self::offLine([\ord($laid[$i]) - $ground, \ord($laid[$i + 1]) - $ground, \ord($laid[$i + 2]) - $ground], [224 - $ground, 144 - $ground, 32 - $ground]);
                self::assertLessThan(3, $off, \sprintf('levels, at pixel %d on a ground of %d', intdiv($i, 3), $ground));
            }
        }
    }

    #[TestWith(['faithful', 1])]
    #[TestWith(['faithful', 2])]
    #[TestWith(['faithful', 3])]
    #[TestWith(['drawn', 1])]
    #[TestWith(['drawn', 2])]
    #[TestWith(['faithful-quick', 1])]
    #[TestWith(['faithful-quick', 2])]
    #[TestWith(['redrawn', 1])]
    #[TestWith(['mending', 1])]
    #[TestWith(['denoised', 1])]
    #[TestWith(['focused', 1])]
    public function test_a_disc_stays_where_it_is_to_a_fiftieth_of_a_pixel(string $code, int $times): void
    {
        $disc = $this->disc(80, 37.3, 43.9)->copyToMemory();
        $upscale = UpscaleSettings::ofCode($code) ?? throw new \LogicException();
        $made = $this->doublings('w')->doubled($disc, 'p', new NetworkUpscaler($upscale), $times, PixelWindow::whole($disc->size()));
        // Near it alone: far off, a hundredth of a level of the ground has a long lever.
        [$x, $y] = $this->centroid($made->crop((new PixelWindow(17, 24, 40, 40))->times(2 ** $times)));
        self::assertEqualsWithDelta((37.3 - 17) * 2 ** $times, $x, 0.02);
        self::assertEqualsWithDelta((43.9 - 24) * 2 ** $times, $y, 0.02);
    }

    #[TestWith([1])]
    #[TestWith([2])]
    public function test_smooth_pictures_come_out_no_worse_than_by_the_kernel(int $times): void
    {
        $large = $this->soft(400, 300);
        $small = $large->resize(new PixelSize(intdiv(400, 2 ** $times), intdiv(300, 2 ** $times)), Kernel::Cubic)->copyToMemory();
        $made = $this->doublings('w')->doubled($small, 'p', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful)), $times, PixelWindow::whole($small->size()));
        $kernel = ImageSimilarity::between($large, (new Resampler())->enlarge($small, $large->size(), ScalingFilter::Lanczos))->psnr;
        self::assertGreaterThan($kernel - 0.1, ImageSimilarity::between($large, $made)->psnr);
    }

    public function test_a_result_that_is_another_picture_is_refused(): void
    {
        $shifting = new class implements TileUpscaler {
            public function name(): string
            {
                return 'shifting';
            }

            public function doublings(): int
            {
                return 1;
            }

            public function piece(): int
            {
                return 256;
            }

            public function margin(): int
            {
                return 2;
            }

            public function enlarge(Image $piece): Image
            {
                $inner = $piece->crop(new PixelWindow(2, 2, $piece->size()->width - 4, $piece->size()->height - 4));

                return $inner->repeatPixels(2)->linear(1.0, 60.0)->cast(BandFormat::Byte)->withInterpretation(Interpretation::Srgb);
            }

            public function first(int $times): self
            {
                return $this;
            }

            public function next(): self
            {
                return $this;
            }

            public function cover(): self
            {
                return $this;
            }
        };
        $picture = $this->picture(new PixelSize(60, 40))->copyToMemory();
        $this->expectException(BrokenUpscale::class);
        $this->expectExceptionMessage('not its master any more');
        $this->doublings('w')->doubled($picture, 'p', $shifting, 1, PixelWindow::whole($picture->size()));
    }

    /** @return iterable<string, array{ImageTransform, PixelWindow}> */
    public static function poses(): iterable
    {
        yield 'upright' => [new ImageTransform(), new PixelWindow(10, 20, 60, 50)];
        yield 'turned and mirrored' => [new ImageTransform(QuarterTurn::Right, true), new PixelWindow(10, 20, 60, 50)];
        yield 'tilted' => [new ImageTransform(QuarterTurn::None, false, 8.0), new PixelWindow(30, 30, 60, 40)];
    }

    #[DataProvider('poses')]
    public function test_a_patch_is_the_prints_own_pixels(ImageTransform $transform, PixelWindow $crop): void
    {
        $this->picture(new PixelSize(130, 110))->save('png', $this->folder.'/in.png', []);
        $master = Master::open($this->folder.'/in.png');
        foreach (['faithful-quick', 'lanczos', 'drawn', 'mending-30', 'nearest'] as $code) {
            $recipe = $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(2 * $crop->width + 30, 2 * $crop->height + 25));
            $recipe = new Recipe(new Frame($recipe->frame->picture, $crop, $transform), new Enlarge(UpscaleSettings::ofCode($code) ?? throw new \LogicException(), $recipe->enlarge->to), $recipe->write);
            $window = new PixelWindow(40, 30, 50, 45);
            $expected = (new PrintRenderer($this->made('whole')))->of($master, $recipe)->crop($window)->bytes();
            $pictures = new PrintRenderer($this->made('patch-'.$code));
            self::assertSame($expected, $pictures->patch($master, $recipe, $window, true)->bytes(), $code.', looked at once');
            self::assertSame([], glob($this->folder.'/patch-'.$code.'/*'));
            self::assertSame($expected, $pictures->patch($master, $recipe, $window)->bytes(), $code);
        }
    }

    public function test_enlarging_before_the_crop_is_enlarging_after_it_but_for_the_crops_edge(): void
    {
        $this->picture(new PixelSize(160, 120))->save('png', $this->folder.'/in.png', []);
        $crop = new PixelWindow(30, 20, 100, 80);
        $recipe = $this->recipe($this->read($this->folder.'/in.png'), new PixelSize(200, 160), crop: $crop, way: UpscaleMethod::Faithful);
        $before = (new PrintRenderer($this->made('a')))->of(Master::open($this->folder.'/in.png'), $recipe);
        $cut = Master::open($this->folder.'/in.png')->picture()->crop($crop)->copyToMemory();
        $after = $this->doublings('b')->doubled($cut, 'cut', new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful)), 1, PixelWindow::whole($cut->size()));
        $inner = new PixelWindow(20, 20, 160, 120);
        self::assertSame($after->crop($inner)->bytes(), $before->crop($inner)->bytes());
    }

    /**
     * How far a colour is from a line through nothing.
     *
     * @param array{float, float, float} $colour
     * @param array{float, float, float} $line
     */
    private static function offLine(array $colour, array $line): float
    {
        $along = ($colour[0] * $line[0] + $colour[1] * $line[1] + $colour[2] * $line[2]) / ($line[0] ** 2 + $line[1] ** 2 + $line[2] ** 2);

        return hypot(hypot($colour[0] - $along * $line[0], $colour[1] - $along * $line[1]), $colour[2] - $along * $line[2]);
    }

    private function doublings(string $name): UpscaleTileCache
    {
        return new UpscaleTileCache($this->made($name));
    }

    private function made(string $name): string
    {
        @mkdir($this->folder.'/'.$name);

        return $this->folder.'/'.$name;
    }

    /** Slow waves without an edge. */
    private function soft(int $width, int $height): Image
    {
        $bytes = '';
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                $bytes .= \chr((int) round(128 + 90 * sin($x / 40) * cos($y / 55))).\chr((int) round(100 + 60 * cos($x / 90))).\chr((int) round(120 + 70 * sin($y / 70)));
            }
        }

        return Image::ofBytes($bytes, new PixelSize($width, $height), 3)->copyToMemory();
    }
}
