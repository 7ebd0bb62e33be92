<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Enlarger\BrokenUpscale;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\PaletteFinder;
use Snugfit\Pixels\Enlarger\PaletteUpscaler;
use Snugfit\Pixels\Enlarger\TileUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Finishing\MaskRaster;
use Snugfit\Pixels\Finishing\MasterFinisher;
use Snugfit\Pixels\Finishing\PrintFinisher;
use Snugfit\Pixels\Lettering\LetteringColour;
use Snugfit\Pixels\Lettering\LetteringCompositor;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Master and recipe -> the print's pixels, in the space they are made in: tidied, enlarged, cut, finished, mounted, lettered, in turn. */
final readonly class PrintRenderer
{
    /** Pixels of the crop round a patch that kernels, sharpening and grain may look at. */
    private const AROUND = 12;

    /** @param string $workFolder where enlarged pictures are kept for further products; what is in it may be deleted at any time */
    public function __construct(private string $workFolder, private Resampler $resampler = new Resampler(), private int $threads = 1)
    {
    }

    /**
     * Not yet computed but for the doublings.
     *
     * @param ?\Closure(float): void $tell hears which share of the enlarging is done
     * @param ?PixelWindow           $part of the posed picture that will be looked at; all of the crop where null
     * @param bool                   $once nobody will ask for what is beside it or for it again: nothing of it is kept
     *
     * @throws BrokenUpscale|OnnxFailed|UnreadableMaster
     */
    public function of(Master $master, Recipe $recipe, ?\Closure $tell = null, ?PixelWindow $part = null, bool $once = false): Image
    {
        $part ??= $recipe->frame->crop;
        $write = $recipe->write;
        $space = WorkingSpace::for($master->header(), $write->colour);
        $area = $recipe->enlarge->region;
        // Two enlargements where parts go another way.
        $half = static fn (float $before): ?\Closure => null === $tell ? null : static fn (float $share) => $tell($before + $share / 2);
        $image = $this->atSize($master, $recipe, $space, null === $area ? $tell : $half(0.0), $part, $once);
        if (null !== $area) {
            $other = $this->atSize($master, $recipe->enlargedBy($area->settings), $space, $half(0.5), $part, $once);
            $mask = (new MaskRaster($area->mask))->over($recipe->frame, $recipe->enlarge->to);
            $image = $image
                ->plus($other->minus($image)->multipliedBy($mask))
                ->roundTo($image->format())
                ->withInterpretation($image->interpretation());
        }
        if (16 === $write->bits && 8 === WorkingSpaceConverter::bitsOf($image)) {
            $image = $image->rescaleTo(BandFormat::Short)->withInterpretation(Interpretation::Rgb16);
        }
        $marks = $recipe->finish->sharpening?->mask;
        $image = (new PrintFinisher($recipe->finish))->finished(
            $image,
            null === $marks ? null : static fn (): Image => (new MaskRaster($marks))->over($recipe->frame, $recipe->enlarge->to),
        );

        $print = null === $recipe->mount ? $image : LayoutCompositor::lay($image, $recipe->mount);
        if (null !== $recipe->lettering) {
            $print = LetteringCompositor::lay($print, $recipe->lettering, LetteringColour::working($space, $print)->samples(...));
        }

        $print = null === $recipe->piece ? $print : $print->crop($recipe->piece);

        return null === $recipe->rim ? $print : LayoutCompositor::lay($print, $recipe->rim);
    }

    /**
     * A window of the print, as it will be, without making the rest.
     *
     * @param PixelWindow $window in pixels of the print's picture, without its border
     * @param bool        $once   as in of()
     */
    public function patch(Master $master, Recipe $recipe, PixelWindow $window, bool $once = false): Image
    {
        $recipe = $recipe->unmounted();
        [$crop, $to] = [$recipe->frame->crop, $recipe->enlarge->to];
        // What of the crop it is made from, with what is looked at round it.
        [$across, $down] = [$crop->width / $to->width, $crop->height / $to->height];
        $part = (new PixelWindow(
            $crop->x + (int) floor($window->x * $across),
            $crop->y + (int) floor($window->y * $down),
            max(1, (int) ceil($window->width * $across)),
            max(1, (int) ceil($window->height * $down)),
        ))->widenedIn(
            $recipe->frame->transform->size($recipe->frame->picture),
            self::AROUND + (int) ceil($this->reach($recipe) * max($across, $down)),
        );

        return $this->of($master, $recipe, null, $part, $once)->crop($window);
    }

    /** Pixels of the print that sharpening looks at round one. */
    private function reach(Recipe $recipe): float
    {
        return 4 * ($recipe->finish->sharpening?->radius->asPixels() ?? 0.0);
    }

    /**
     * The crop at its exact size, by the recipe's own way, without what a file does not keep of its transparency.
     *
     * @param ?\Closure(float): void $tell
     */
    private function atSize(Master $master, Recipe $recipe, WorkingSpace $space, ?\Closure $tell, PixelWindow $part, bool $once): Image
    {
        $image = $this->enlarged($master, $recipe, $space, $tell, $part, $once) ?? $this->cut($master, $recipe, $space, $part);
        if ($image->hasAlpha() && !$recipe->write->transparent) {
            $image = $image->flatten(WorkingSpaceConverter::samples($recipe->write->matte, $image));
        }

        return $this->resampler->resample($image, $recipe->enlarge->to, $recipe->enlarge->settings->method, $this->only($recipe, $part));
    }

    /** Which part of the print will be looked at; null for all. */
    private function only(Recipe $recipe, PixelWindow $part): ?PixelWindow
    {
        [$crop, $to] = [$recipe->frame->crop, $recipe->enlarge->to];
        if ($part->contains($crop)) {
            return null;
        }
        [$across, $down] = [$to->width / $crop->width, $to->height / $crop->height];
        $left = max(0, (int) floor(($part->x - $crop->x) * $across));
        $top = max(0, (int) floor(($part->y - $crop->y) * $down));
        $right = min($to->width, (int) ceil(($part->x + $part->width - $crop->x) * $across));
        $bottom = min($to->height, (int) ceil(($part->y + $part->height - $crop->y) * $down));

        return new PixelWindow($left, $top, max(1, $right - $left), max(1, $bottom - $top));
    }

    /**
     * The crop of the enlarged picture: enlarged first, then cut, so that all products share the work.
     *
     * @param ?\Closure(float): void $tell
     *
     * @return ?Image null where a kernel does it all
     */
    private function enlarged(Master $master, Recipe $recipe, WorkingSpace $space, ?\Closure $tell, PixelWindow $wanted, bool $once): ?Image
    {
        [$crop, $transform, $enlarge] = [$recipe->frame->crop, $recipe->frame->transform, $recipe->enlarge];
        $plan = $enlarge->planFor($crop->size());
        if ($master->format->isVector() || 0 === $plan->doublings) {
            return null;
        }
        $upright = MasterFinisher::for($recipe->finish, $master, $space)
            ->tidied(WorkingSpaceConverter::toWorking($master->picture(), $space));
        $name = $recipe->preparedName($master->sha256());
        $part = $transform->uprightOf($wanted, $upright->size());
        $part = $transform->isUpright() ? $part : $part->widenedIn($upright->size(), TransformedCropper::MARGIN);
        [$tileCache, $doubler] = [new UpscaleTileCache($this->workFolder), $this->doubler($plan->settings, $upright, $name)];
        $doubled = $once
            ? $tileCache->once($upright, $name, $doubler, $plan->doublings, $part)
            : $tileCache->doubled($upright, $name, $doubler, $plan->doublings, $part, $tell);

        return TransformedCropper::cut($doubled, $transform, $crop->times($plan->factor()));
    }

    private function doubler(UpscaleSettings $settings, Image $upright, string $name): TileUpscaler
    {
        $network = new NetworkUpscaler($settings, $this->threads);
        $palette =
            UpscaleMethod::Rebuilt === $settings->method ? (new PaletteFinder($this->workFolder))->find($upright, $name) : null;

        return null === $palette ? $network : new PaletteUpscaler($network, $palette);
    }

    private function cut(Master $master, Recipe $recipe, WorkingSpace $space, PixelWindow $part): Image
    {
        $frame = $recipe->frame;
        $tidier = MasterFinisher::for($recipe->finish, $master, $space);
        if ($master->format->isVector()) {
            return $tidier->tidied(WorkingSpaceConverter::toWorking($this->drawn($master, $recipe), $space));
        }
        if (null !== $recipe->finish->noiseReduction) {
            // It looks at pixels beyond the crop, so the crop is cut out of the clean picture.
            return TransformedCropper::cut(
                $tidier->tidied(WorkingSpaceConverter::toWorking($master->picture(), $space)),
                $frame->transform,
                $frame->crop,
            );
        }
        if (!$frame->transform->isUpright()) {
            return $tidier->tidied(
                WorkingSpaceConverter::toWorking(TransformedCropper::cut($master->picture(), $frame->transform, $frame->crop), $space),
            );
        }
        // A part of what is enlarged: from top to bottom, all that lies above it would be enlarged, too.
        $isPart = !$part->contains($frame->crop) && !$frame->crop->size()->covers($recipe->enlarge->to);
        $anyRow =
            $isPart ||
            null !== $recipe->lettering ||
            (null !== $recipe->mount && LayoutCompositor::readsAnyRow($recipe->mount)) ||
            null !== $recipe->rim ||
            !$frame->crop->size()->equals($recipe->enlarge->to);

        return $tidier->tidied(
            WorkingSpaceConverter::toWorking(($anyRow ? $master->picture() : $master->stream())->crop($frame->crop), $space),
        );
    }

    /** A drawing's crop, rasterised as large as the print needs it: the exact size or a pixel more. */
    private function drawn(Master $master, Recipe $recipe): Image
    {
        [$crop, $transform, $to] = [$recipe->frame->crop, $recipe->frame->transform, $recipe->enlarge->to];
        $times = max($to->width / $crop->width, $to->height / $crop->height);
        $drawing = $master->drawing($times);
        $size = $transform->size($drawing->size());
        $width = min($size->width, (int) ceil($crop->width * $times - 1e-6));
        $height = min($size->height, (int) ceil($crop->height * $times - 1e-6));
        $window = new PixelWindow(
            $this->place($crop->x * $times, $size->width - $width, $transform->tilt),
            $this->place($crop->y * $times, $size->height - $height, $transform->tilt),
            $width,
            $height,
        );

        return TransformedCropper::cut($transform->isUpright() ? $drawing : $drawing->copyToMemory(), $transform, $window);
    }

    /** A tilted window's corner may hang over; any other ends with the picture. */
    private function place(float $start, int $last, float $tilt): int
    {
        return 0.0 === $tilt ? min($last, (int) round($start)) : (int) round($start);
    }
}
