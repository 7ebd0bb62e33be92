<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Vips\Image;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** Pixels are tested on files, with general tools as witnesses: ImageMagick, ExifTool, the vips command. */
abstract class PixelTestCase extends TestCase
{
    protected string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/snugfit-pixels-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    /** Runs a witness; its output. */
    protected function tool(string ...$command): string
    {
        return (new Process(array_values($command), $this->folder))->mustRun()->getOutput();
    }

    /** A file made by ImageMagick. */
    protected function convert(string $name, string ...$arguments): string
    {
        $this->tool('convert', ...[...$arguments, $name]);

        return $this->folder.'/'.$name;
    }

    /** What ExifTool reads from a file. */
    protected function exif(string $path): JsonReader
    {
        return JsonReader::of(json_decode($this->tool('exiftool', '-j', '-n', $path), true, flags: \JSON_THROW_ON_ERROR), 'ExifTool\'s answer')->record('0');
    }

    protected function read(string $path): MasterFacts
    {
        return (new MasterReader())->read(Master::open($path));
    }

    /** Smooth colour with some structure, without noise: whatever resampling gets wrong shows. */
    protected function picture(PixelSize $size): Image
    {
        $bytes = '';
        for ($y = 0; $y < $size->height; ++$y) {
            for ($x = 0; $x < $size->width; ++$x) {
                $bytes .= \chr((int) (127 + 100 * sin($x / 7) * cos($y / 11))).\chr((int) (255 * $x / $size->width)).\chr((int) (255 * $y / $size->height));
            }
        }

        return Image::ofBytes($bytes, $size, 3);
    }

    protected function recipe(MasterFacts $facts, PixelSize $to, FileFormat $format = FileFormat::Png, float $ppi = 300, ?PixelWindow $crop = null, ?bool $transparent = null, ?UpscaleMethod $way = null): Recipe
    {
        return new Recipe(
            new Frame($facts->size, $crop ?? PixelWindow::whole($facts->size)),
            new Enlarge(new UpscaleSettings($way ?? UpscaleMethod::Lanczos), $to),
            new Write($format, Ppi::of($ppi), $facts->bits > 8 && $format->keepsSixteenBits() ? 16 : 8, $transparent ?? ($facts->isTransparent && $format->keepsTransparency())),
        );
    }
}
