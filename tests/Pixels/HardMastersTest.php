<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;

/** Ugly masters through every format and every output colour, enlarged, finished and read back: by our own preflight, and by ExifTool and poppler. */
final class HardMastersTest extends PixelTestCase
{
    /** Every step of finishing. */
    private const FINISH = ['tidy' => 20, 'clean' => 8, 'sharpen' => ['amount' => 60, 'radius' => '1px'], 'grain' => ['amount' => 2, 'size' => '2px'], 'guard' => ['black' => 2, 'white' => 2]];

    /** What ExifTool calls the channels. */
    private const CHANNELS = ['srgb' => 3, 'wide-rgb' => 3, 'coated' => 4, 'grey' => 1];

    /** @return iterable<string, array{string, list<string>}> file, how ImageMagick makes it */
    public static function masters(): iterable
    {
        $shade = ['-size', '60x45', 'gradient:#c03020-#2040a0'];
        yield 'three pixels' => ['dot.png', ['-size', '3x2', 'xc:#804020', '-fill', 'white', '-draw', 'point 1,1']];
        yield 'inks' => ['inks.tif', [...$shade, '-colorspace', 'CMYK', '-compress', 'lzw']];
        yield 'see-through, deep' => ['deep.png', [...$shade, '-alpha', 'set', '-channel', 'A', '-evaluate', 'multiply', '0.5', '+channel', '-define', 'png:bit-depth=16', '-define', 'png:color-type=6']];
        yield 'grey' => ['grey.png', ['-size', '60x45', 'gradient:black-white', '-colorspace', 'Gray']];
        yield 'on its side' => ['side.jpg', [...$shade, '-orient', 'RightTop']];
        yield 'a palette with a hole' => ['hole.gif', [...$shade, '-fill', 'none', '-transparent', '#c03020', '-colors', '16']];
        yield 'a drawing' => ['drawing.svg', []];
    }

    /** @param list<string> $upscale */
    #[DataProvider('masters')]
    public function test_every_format_and_colour_is_written_and_passes(string $name, array $upscale): void
    {
        if ([] === $upscale) {
            file_put_contents($this->folder.'/'.$name, '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="45"><rect width="60" height="45" fill="#eee"/><circle cx="30" cy="22" r="18" fill="#147"/></svg>');
        } else {
            $this->convert($name, ...$upscale);
        }
        $path = $this->folder.'/'.$name;
        $facts = $this->read($path);
        $to = $facts->size->longSide() < 10 ? $facts->size->times(20) : ($facts->format->isVector() ? new PixelSize(600, 450) : $facts->size->times(3));
        $master = Master::open($path);
        $written = $number = 0;
        foreach (FileFormat::cases() as $format) {
            foreach (Profile::cases() as $profile) {
                // Half of them with each master, the other half with the next.
                if (!$format->takes($profile) || 0 !== ($number++ + \strlen($name)) % 2) {
                    continue;
                }
                $recipe = $this->order($facts->isTransparent && $format->keepsTransparency() && $profile->keepsTransparency(), $format, $profile, $facts, $to);
                $target = \sprintf('%s/out-%s.%s', $this->folder, $profile->value, $format->extension());
                PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $target);
                $called = $format->value.' '.$profile->value;
                $found = (new PrintFileReader())->read($target);
                $measures = (new PrintFileReader())->inPicture($target, fn (string $file) => (new PrintMeasurer(new PrintRenderer($this->folder.'/work')))->measure($master, $recipe, $file));
                $failed = array_map(static fn ($finding): string => $finding->sentence(), Preflight::failures((new Preflight())->check($recipe, $found->with($measures), null)));
                self::assertSame([], $failed, $called);
                $this->witness($target, $format, $profile, $to, $recipe, $called);
                ++$written;
            }
        }
        self::assertGreaterThanOrEqual(8, $written);
    }

    private function order(bool $transparent, FileFormat $format, Profile $profile, \Snugfit\Core\Artwork\MasterFacts $facts, PixelSize $to): Recipe
    {
        $page = new PdfPage(new PrintSize(Length::inches($to->width / 300), Length::inches($to->height / 300)), Bleed::none());
        $write = new Write($format, Ppi::of(300), $facts->bits > 8 && $format->keepsSixteenBits() ? 16 : 8, $transparent, colour: new OutputColour($profile, RenderingIntent::Relative), page: FileFormat::Pdf === $format ? $page : null);

        return new Recipe(new Frame($facts->size, \Snugfit\Core\Measure\PixelWindow::whole($facts->size)), new Enlarge(new UpscaleSettings(UpscaleMethod::Faithful), $to), $write, null, Finish::fromRecord(JsonReader::of(self::FINISH, 'a finish')));
    }

    private function witness(string $target, FileFormat $format, Profile $profile, PixelSize $to, Recipe $recipe, string $called): void
    {
        if (FileFormat::Pdf === $format) {
            $info = $this->tool('pdfinfo', '-box', basename($target));
            self::assertMatchesRegularExpression(\sprintf('/TrimBox:\s+0\.00\s+0\.00\s+%.2f\s+%.2f/', 72 * $to->width / 300, 72 * $to->height / 300), $info, $called);
            $images = $this->tool('pdfimages', '-list', basename($target));
            self::assertMatchesRegularExpression(\sprintf('/image\s+%d\s+%d\s+\S+\s+%d\s+8\s+jpeg/', $to->width, $to->height, self::CHANNELS[$profile->value]), $images, $called);

            return;
        }
        [$width, $height, $described] = explode("\n", $this->tool('exiftool', '-s3', '-f', '-n', '-ImageWidth', '-ImageHeight', '-ProfileDescription', basename($target))) + ['', '', '-'];
        self::assertSame([(string) $to->width, (string) $to->height], [$width, $height], $called);
        self::assertNotSame('-', trim($described), $called);
        [$depth, $channels] = explode(' ', $this->tool('identify', '-format', '%z %[channels]', basename($target))) + ['', ''];
        self::assertSame($recipe->write->transparent, str_ends_with(trim($channels), 'a'), $called);
        self::assertSame($recipe->write->bits, (int) $depth, $called);
    }
}
