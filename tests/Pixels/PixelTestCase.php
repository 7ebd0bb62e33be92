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
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
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

    /** Of 14 px round a place, grey on grey, so that nothing a kernel swings to is cut off. */
    protected function disc(int $side, float $x, float $y): Image
    {
        $bytes = '';
        for ($row = 0; $row < $side; ++$row) {
            for ($column = 0; $column < $side; ++$column) {
                $inside = 0;
                for ($i = 0; $i < 64; ++$i) {
                    $inside += (int) (hypot($column + (($i % 8) + 0.5) / 8 - $x, $row + (intdiv($i, 8) + 0.5) / 8 - $y) < 14);
                }
                $bytes .= str_repeat(\chr(60 + (int) round(2 * $inside)), 3);
            }
        }

        // In sixteen bits, so that rounding moves nothing.
        return Image::ofBytes($bytes, new PixelSize($side, $side), 3)->rescaleTo(BandFormat::Short)->withInterpretation(Interpretation::Rgb16);
    }

    /** @return array{float, float} of what is lighter than the ground, in light, from the left upper corner */
    protected function centroid(Image $image): array
    {
        $values = $image->extractBands(0, 1)->values();
        $ground = $values[0];
        $x = $y = $sum = 0.0;
        foreach ($values as $i => $value) {
            $x += ($value - $ground) * ($i % $image->size()->width + 0.5);
            $y += ($value - $ground) * (intdiv($i, $image->size()->width) + 0.5);
            $sum += $value - $ground;
        }

        return [$x / $sum, $y / $sum];
    }
}
