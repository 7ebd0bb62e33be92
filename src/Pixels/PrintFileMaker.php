<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Way;
use Snugfit\Core\Recipe\Write;
use Snugfit\Pixels\Enlarger\BrokenEnlargement;
use Snugfit\Pixels\Enlarger\Doublings;
use Snugfit\Pixels\Enlarger\LearnedDoubler;
use Snugfit\Pixels\Enlarger\RebuiltEdges;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\VipsFailed;

/** Master and recipe -> print file, in one pass from the first row to the last. The only place that writes print pixels. */
final readonly class PrintFileMaker
{
    /** Pixels of the crop round a patch that kernels may look at. */
    private const AROUND = 12;
    private const COMPRESS_LZW = 5;
    private const UNIT_INCH = 1;
    private const PREDICT_HORIZONTAL = 2;
    private const NO_SUBSAMPLING = 2;
    /** Classic TIFF ends at 4 GiB; LZW can make noise larger than it was. */
    private const CLASSIC_TIFF_BYTES = 2_500_000_000;
    private const NOTES = ['exif-data', 'xmp-data', 'iptc-data', 'photoshop-data', 'icc-profile-data', 'gif-delay', 'delay', 'loop', 'n-pages', 'page-height', 'orientation'];

    /** @param string $workFolder where enlarged pictures are kept for further products; what is in it may be deleted at any time */
    public function __construct(private string $workFolder, private Resampler $resampler = new Resampler(), private int $threads = 1)
    {
    }

    /**
     * Writes to $target, which appears only whole: the pixels go into $target.part, which is renamed when complete.
     *
     * @param ?\Closure(float): void $tell hears which share of the enlarging is done
     *
     * @throws UnreadableMaster|ImpossibleRecipe|UnwritablePrintFile|BrokenEnlargement|OnnxFailed
     */
    public function make(string $masterPath, Recipe $recipe, string $target, ?\Closure $tell = null): void
    {
        $master = Master::open($masterPath);
        if (!$master->size()->equals($recipe->frame->picture)) {
            throw ImpossibleRecipe::otherMaster($recipe->frame->picture, $master->size());
        }
        $part = $target.'.part';
        try {
            $picture = $this->picture($master, $recipe, $tell);
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

    /**
     * A window of the print, as it will be, without making the rest.
     *
     * @param PixelWindow $window in pixels of the print's picture, without its border
     */
    public function patch(Master $master, Recipe $recipe, PixelWindow $window): Image
    {
        $recipe = $recipe->unmounted();
        [$crop, $to] = [$recipe->frame->crop, $recipe->enlarge->to];
        // What of the crop it is made from, with what kernels look at round it.
        [$across, $down] = [$crop->width / $to->width, $crop->height / $to->height];
        $part = (new PixelWindow(
            $crop->x + (int) floor($window->x * $across), $crop->y + (int) floor($window->y * $down), max(1, (int) ceil($window->width * $across)), max(1, (int) ceil($window->height * $down)),
        ))->widenedIn($recipe->frame->pose->size($recipe->frame->picture), self::AROUND);

        return $this->picture($master, $recipe, null, $part)->crop($window);
    }

    /**
     * The print's pixels, not yet computed but for the doublings: sRGB, the recipe's depth and transparency.
     *
     * @param ?\Closure(float): void $tell
     * @param ?PixelWindow           $part of the posed picture that will be looked at; all of the crop where null
     */
    public function picture(Master $master, Recipe $recipe, ?\Closure $tell = null, ?PixelWindow $part = null): Image
    {
        $write = $recipe->write;
        $image = $this->enlarged($master, $recipe, $tell, $part ?? $recipe->frame->crop) ?? PrintColour::toSrgb($this->cut($master, $recipe));
        if ($image->hasAlpha() && !$write->transparent) {
            $image = $image->flatten($this->matte($write, $image));
        }
        $image = $this->resampler->resample($image, $recipe->enlarge->to, $recipe->enlarge->how->way);
        if (null !== $recipe->mount) {
            $image = Mounting::lay($image, $recipe->mount);
        }
        if (16 === $write->bits && 8 === PrintColour::bitsOf($image)) {
            return $image->rescaleTo(BandFormat::Short)->meaning(Interpretation::Rgb16);
        }

        return 8 === $write->bits && 16 === PrintColour::bitsOf($image) ? $image->rescaleTo(BandFormat::Byte)->meaning(Interpretation::Srgb) : $image;
    }

    /**
     * The crop of the enlarged picture: enlarged first, then cut, so that all products share the work.
     *
     * @param ?\Closure(float): void $tell
     *
     * @return ?Image null where a kernel does it all
     */
    private function enlarged(Master $master, Recipe $recipe, ?\Closure $tell, PixelWindow $wanted): ?Image
    {
        [$crop, $pose, $enlarge] = [$recipe->frame->crop, $recipe->frame->pose, $recipe->enlarge];
        $passes = $enlarge->passesFrom($crop->size());
        $isRebuilt = Way::Rebuilt === $enlarge->how->way && $passes->enlargement > 1;
        if ($master->format->isVector() || (0 === $passes->doublings && !$isRebuilt)) {
            return null;
        }
        $upright = PrintColour::toSrgb($master->picture());
        $name = (string) hash_file('sha256', $master->path);
        if ($isRebuilt) {
            return (new RebuiltEdges($this->workFolder))->enlarge($upright, $name, $pose, $crop, $enlarge->to);
        }
        $part = $pose->uprightOf($wanted, $upright->size());
        $doubled = (new Doublings($this->workFolder))->doubled(
            $upright, $name, new LearnedDoubler($passes->how, $this->threads), $passes->doublings, $pose->isUpright() ? $part : $part->widenedIn($upright->size(), Posed::MARGIN), $tell,
        );

        return Posed::cut($doubled, $pose, $crop->times($passes->factor()));
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
        $anyRow = (null !== $recipe->mount && Mounting::readsAnyRow($recipe->mount)) || Resampler::readsAnyRow($recipe->enlarge, $frame->crop->size());

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
