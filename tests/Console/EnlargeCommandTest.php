<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;
use Symfony\Component\Process\Process;

final class EnlargeCommandTest extends CommandTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->picture(new PixelSize(60, 45))->save('png', $this->folder.'/in.png', []);
    }

    /** @return iterable<string, array{list<string>, string, string, string}> options, file, size, what is said */
    public static function orders(): iterable
    {
        yield 'twice' => [['--factor=2', '--way=faithful'], 'out.png', '120x90', 'Doubled once by the faithful network.'];
        yield 'to a size' => [['--to=300x225', '--way=lanczos'], 'out.tif', '300x225', 'Enlarged ×5.00 by Lanczos-3.'];
        yield 'to a size that rounding made' => [['--to=101x76', '--way=mitchell'], 'out.jpg', '101x76', 'Enlarged ×1.69 by Mitchell.'];
        yield 'focused' => [['--factor=4', '--way=focused', '--strength=70'], 'out.png', '240x180', 'once by the focused 70% network and once by the faithful one'];
        yield 'mending' => [['--factor=2', '--way=mending', '--strength=30'], 'out.png', '120x90', 'mending 30% network'];
        yield 'quick' => [['--factor=4', '--way=drawn', '--quick'], 'out.png', '240x180', 'Doubled twice by the drawn, quick network.'];
        yield 'blocks' => [['--factor=3', '--way=nearest'], 'out.png', '180x135', 'whole blocks'];
        yield 'smaller' => [['--factor=0.5'], 'out.png', '30x23', 'Reduced to the exact size.'];
    }

    /** @param list<string> $options */
    #[DataProvider('orders')]
    public function test_a_picture_is_made_as_large_as_was_asked(array $options, string $out, string $size, string $said): void
    {
        $process = $this->snugfit('enlarge', 'in.png', $out, ...$options);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        self::assertSame($size, trim($this->tool('identify', '-format', '%wx%h', $out)));
        self::assertStringContainsString($said, $process->getOutput());
    }

    public function test_all_of_it_is_told_as_json(): void
    {
        $this->tool('convert', 'in.png', '-quality', '45', 'bad.jpg');
        $process = $this->snugfit('enlarge', 'bad.jpg', 'out.png', '--factor=2', '--json');
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        $told = JsonReader::decode($process->getOutput(), 'what enlarge told');
        self::assertSame(['mending', 100, 'JPEG of about quality 45: mended.'], [$told->string('way'), $told->int('strength'), $told->string('why')]);
        self::assertSame([120, 90], [$told->record('to')->int('width'), $told->record('to')->int('height')]);
        self::assertSame(45, $told->record('evidence')->int('saved_at'));
        $asked = JsonReader::decode($this->snugfit('enlarge', 'bad.jpg', 'out.png', '--factor=2', '--way=lanczos', '--json')->getOutput(), 'what enlarge told');
        self::assertSame(['lanczos', null, 'Asked for.'], [$asked->string('way'), $asked->optionalInt('strength'), $asked->string('why')]);
    }

    public function test_the_same_gives_the_same_bytes_whether_it_was_made_before_or_not(): void
    {
        $this->snugfit('enlarge', 'in.png', 'one.png', '--factor=3', '--way=faithful');
        (new \Symfony\Component\Filesystem\Filesystem())->remove($this->folder.'/no-shop');
        $this->snugfit('enlarge', 'in.png', 'two.png', '--factor=3', '--way=faithful');
        $this->snugfit('enlarge', 'in.png', 'three.png', '--factor=3', '--way=faithful');
        self::assertFileEquals($this->folder.'/one.png', $this->folder.'/two.png');
        self::assertFileEquals($this->folder.'/one.png', $this->folder.'/three.png');
    }

    public function test_a_result_is_measured_against_the_full_size(): void
    {
        $this->tool('convert', 'in.png', '-filter', 'point', '-resize', '300%', 'full.png');
        $same = $this->snugfit('enlarge', 'in.png', 'same.png', '--factor=3', '--way=nearest', '--reference=full.png');
        self::assertStringContainsString('it is the same, SSIM 1.0000', $same->getOutput());
        $other = $this->snugfit('enlarge', 'in.png', 'other.png', '--factor=3', '--way=mitchell', '--reference=full.png');
        self::assertSame(1, preg_match('/PSNR ([\d.]+) dB, SSIM (0\.\d{4})/', $other->getOutput(), $found));
        // ImageMagick's figure for the same two files, of luma and without the border.
        foreach (['full', 'other'] as $name) {
            $this->tool('convert', $name.'.png', '-shave', '4x4', '+repage', '-depth', '16', '-fx', '0.299*r+0.587*g+0.114*b', $name.'-luma.png');
        }
        $compare = new Process(['compare', '-metric', 'PSNR', 'full-luma.png', 'other-luma.png', 'null:'], $this->folder);
        $compare->run();
        self::assertEqualsWithDelta((float) $compare->getErrorOutput(), (float) ($found[1] ?? 0), 0.05);
        $wrong = $this->snugfit('enlarge', 'in.png', 'wrong.png', '--factor=3', '--reference=in.png');
        self::assertSame([1, false], [$wrong->getExitCode(), is_file($this->folder.'/wrong.png')]);
    }

    public function test_sixteen_bits_and_transparency_go_through(): void
    {
        $this->convert('deep.png', '-size', '40x30', 'gradient:red-blue', '-alpha', 'set', '-channel', 'A', '-evaluate', 'multiply', '0.5', '+channel', '-depth', '16');
        $this->snugfit('enlarge', 'deep.png', 'out.png', '--factor=2', '--way=faithful');
        $made = Image::load('png', $this->folder.'/out.png');
        self::assertSame([4, 2], [$made->bands(), $made->format()->bytes()]);
        self::assertEqualsWithDelta(32767, $made->extractBands(3, 1)->average(), 300);
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function nonsense(): iterable
    {
        yield 'no size' => [['in.png', 'out.png'], '--factor=2, or --to'];
        yield 'two sizes' => [['in.png', 'out.png', '--factor=2', '--to=120x90'], '--factor=2, or --to'];
        yield 'stretched' => [['in.png', 'out.png', '--to=120x120'], 'nothing is stretched'];
        yield 'too much' => [['in.png', 'out.png', '--factor=17'], '×16 is the most'];
        yield 'no such way' => [['in.png', 'out.png', '--factor=2', '--way=magic'], 'faithful'];
        yield 'strength of what' => [['in.png', 'out.png', '--factor=2', '--way=drawn', '--strength=50'], 'that has one: mending, denoised, focused, redrawn, textured'];
        yield 'best of a kernel' => [['in.png', 'out.png', '--factor=2', '--way=lanczos', '--best'], 'learned ways'];
        yield 'both' => [['in.png', 'out.png', '--factor=2', '--best', '--quick'], 'cannot both'];
        yield 'over the master' => [['in.png', './in.png', '--factor=2'], 'cannot take the master\'s place'];
        yield 'an unknown format' => [['in.png', 'out.bmp', '--factor=2'], '.png, .jpg, .tif or .webp'];
        yield 'no picture' => [['nowhere.png', 'out.png', '--factor=2'], 'There is no file'];
    }

    /** @param list<string> $words */
    #[DataProvider('nonsense')]
    public function test_nonsense_is_told_and_nothing_is_written(array $words, string $said): void
    {
        $before = hash_file('sha256', $this->folder.'/in.png');
        $process = $this->snugfit('enlarge', ...$words);
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString($said, preg_replace('/\s+/', ' ', $process->getOutput().$process->getErrorOutput()) ?? '');
        self::assertSame([], glob($this->folder.'/out.*'));
        self::assertSame($before, hash_file('sha256', $this->folder.'/in.png'));
    }

    public function test_more_than_a_kind_bears_and_networks_on_pixel_art_are_warned_about(): void
    {
        file_put_contents($this->folder.'/art.ppm', "P3 8 8 255\n".str_repeat("200 40 40 40 40 200 \n", 32));
        $this->tool('convert', 'art.ppm', 'art.png');
        $art = $this->snugfit('enlarge', 'art.png', 'a.png', '--factor=2', '--way=faithful');
        self::assertStringContainsString('a learned way blurs its blocks', $art->getErrorOutput());
        $much = $this->snugfit('enlarge', 'in.png', 'b.png', '--factor=9', '--way=lanczos');
        self::assertStringContainsString('×9.00 is more than a picture of this kind', $much->getErrorOutput());
        self::assertSame(0, $much->getExitCode());
    }
}
