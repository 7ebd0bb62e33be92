<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\VipsFailed;

/** Master and recipe -> print file, in one pass from the first row to the last. The only place that writes print pixels. */
final readonly class PrintFileMaker
{
    private const COMPRESS_LZW = 5;
    private const UNIT_INCH = 1;
    private const PREDICT_HORIZONTAL = 2;
    private const NO_SUBSAMPLING = 2;
    /** Classic TIFF ends at 4 GiB; LZW can make noise larger than it was. */
    private const CLASSIC_TIFF_BYTES = 2_500_000_000;
    private const NOTES = ['exif-data', 'xmp-data', 'iptc-data', 'photoshop-data', 'icc-profile-data', 'gif-delay', 'delay', 'loop', 'n-pages', 'page-height', 'orientation'];

    public function __construct(private Resampler $resampler = new Resampler())
    {
    }

    /**
     * Writes to $target, which appears only whole: the pixels go into $target.part, which is renamed when complete.
     *
     * @throws UnreadableMaster|ImpossibleRecipe|UnwritablePrintFile
     */
    public function make(string $masterPath, Recipe $recipe, string $target): void
    {
        $master = Master::open($masterPath);
        if (!$master->size()->equals($recipe->frame->picture)) {
            throw ImpossibleRecipe::otherMaster($recipe->frame->picture, $master->size());
        }
        $part = $target.'.part';
        try {
            $picture = $this->picture($master, $recipe);
            $this->save($picture, $recipe->write, $part);
            $this->flush($part);
        } catch (VipsFailed $e) {
            @unlink($part);
            throw str_contains($e->getMessage(), 'save') || str_contains($e->getMessage(), 'write') || str_contains($e->getMessage(), 'No space left')
                ? UnwritablePrintFile::because($e->getMessage())
                : UnreadableMaster::damaged($e->getMessage());
        }
        if (!rename($part, $target)) {
            throw UnwritablePrintFile::because('it could not be given its name');
        }
    }

    /** The print's pixels, not yet computed: sRGB, the recipe's depth and transparency. */
    public function picture(Master $master, Recipe $recipe): Image
    {
        $write = $recipe->write;
        $image = PrintColour::toSrgb($this->cut($master, $recipe));
        if ($image->hasAlpha() && !$write->transparent) {
            $image = $image->flatten($this->matte($write, $image));
        }
        $image = $this->resampler->resample($image, $recipe->enlarge);
        if (null !== $recipe->mount) {
            $image = Mounting::lay($image, $recipe->mount);
        }
        if (16 === $write->bits && 8 === PrintColour::bitsOf($image)) {
            return $image->rescaleTo(BandFormat::Short)->meaning(Interpretation::Rgb16);
        }

        return 8 === $write->bits && 16 === PrintColour::bitsOf($image) ? $image->rescaleTo(BandFormat::Byte)->meaning(Interpretation::Srgb) : $image;
    }

    private function cut(Master $master, Recipe $recipe): Image
    {
        $frame = $recipe->frame;
        if ($master->format->isVector()) {
            return $this->drawn($master, $recipe);
        }
        if (!$frame->pose->isUpright()) {
            return Posed::cut($master->picture(), $frame->pose, $frame->crop);
        }
        $anyRow = null !== $recipe->mount && Mounting::readsAnyRow($recipe->mount);

        return ($anyRow ? $master->picture() : $master->stream())->crop($frame->crop);
    }

    /** A drawing's crop, rasterised as large as the print needs it: the exact size or a pixel more. */
    private function drawn(Master $master, Recipe $recipe): Image
    {
        [$crop, $pose, $to] = [$recipe->frame->crop, $recipe->frame->pose, $recipe->enlarge->to];
        $times = max($to->width / $crop->width, $to->height / $crop->height);
        $drawing = $master->drawing($times);
        $size = $pose->size($drawing->size());
        $width = min($size->width, (int) ceil($crop->width * $times - 1e-6));
        $height = min($size->height, (int) ceil($crop->height * $times - 1e-6));
        $window = new PixelWindow(
            $this->place($crop->x * $times, $size->width - $width, $pose->tilt),
            $this->place($crop->y * $times, $size->height - $height, $pose->tilt),
            $width,
            $height,
        );

        return Posed::cut($pose->isUpright() ? $drawing : $drawing->held(), $pose, $window);
    }

    /** A tilted window's corner may hang over; any other ends with the picture. */
    private function place(float $start, int $last, float $tilt): int
    {
        return 0.0 === $tilt ? min($last, (int) round($start)) : (int) round($start);
    }

    /** @return array{float, float, float} */
    private function matte(Write $write, Image $image): array
    {
        $scale = 16 === PrintColour::bitsOf($image) ? 257.0 : 1.0;
        [$red, $green, $blue] = array_map(hexdec(...), str_split($write->matte, 2));

        return [$red * $scale, $green * $scale, $blue * $scale];
    }

    private function save(Image $picture, Write $write, string $path): void
    {
        $picture = $picture->without(...self::NOTES)->withResolution($write->ppi->value / 25.4);
        match ($write->format) {
            Format::Jpeg => $picture->save('jpeg', $path, ['Q' => $write->quality, 'subsample-mode' => self::NO_SUBSAMPLING, 'profile' => 'srgb']),
            Format::Png => $picture->save('png', $path, ['profile' => 'srgb']),
            Format::Tiff => $picture->save('tiff', $path, [
                'compression' => self::COMPRESS_LZW, 'predictor' => self::PREDICT_HORIZONTAL, 'resunit' => self::UNIT_INCH, 'profile' => 'srgb',
                'bigtiff' => $picture->size()->pixels() * $picture->bands() * $picture->format()->bytes() > self::CLASSIC_TIFF_BYTES ? 1 : 0,
            ]),
        };
    }

    private function flush(string $path): void
    {
        $file = fopen($path, 'r+');
        if (false === $file || !fsync($file)) {
            throw UnwritablePrintFile::because('its bytes did not reach the disk');
        }
        fclose($file);
    }
}
