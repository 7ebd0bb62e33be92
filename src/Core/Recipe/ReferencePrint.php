<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;

/** How a reference is printed, to lay it beside a print of its master. */
final readonly class ReferencePrint
{
    public function __construct(private ReferenceImage $reference)
    {
    }

    /** Prints the reference just as a recipe prints its master. */
    public function recipe(Recipe $recipe): Recipe
    {
        return new Recipe(
            $this->frame($recipe->frame),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $recipe->enlarge->to),
            $recipe->write,
        );
    }

    /** The same part of the reference that a frame is of its master. */
    public function frame(Frame $frame): Frame
    {
        $transformed = $frame->transform->size($this->reference->size);
        $of = $frame->transform->size($frame->picture);
        [$across, $down] = [$transformed->width / $of->width, $transformed->height / $of->height];
        [$left, $top] = [(int) round($frame->crop->x * $across), (int) round($frame->crop->y * $down)];
        [$width, $height] = [max(1, (int) round($frame->crop->width * $across)), max(1, (int) round($frame->crop->height * $down))];
        if (0.0 === $frame->transform->tilt) {
            [$width, $height] = [min($width, $transformed->width - $left), min($height, $transformed->height - $top)];
        } else {
            // A tilted window that is rounded up could hang over.
            [$width, $height] = [max(1, $width - 2), max(1, $height - 2)];
        }

        return new Frame($this->reference->size, new PixelWindow($left, $top, $width, $height), $frame->transform);
    }
}
