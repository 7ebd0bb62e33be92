<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Way;
use Snugfit\Pixels\Enlarger\Enlarger;
use Snugfit\Pixels\Enlarger\KernelEnlarger;
use Snugfit\Pixels\Enlarger\WholeBlocks;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;

/** Brings a crop to its exact number of pixels: reduced, left alone, or enlarged in the recipe's way. */
final readonly class Resampler
{
    public function __construct(private Reducer $reducer = new Reducer())
    {
    }

    public function resample(Image $crop, Enlarge $recipe): Image
    {
        $from = $crop->size();

        return match (true) {
            $from->equals($recipe->to) => $crop,
            $from->covers($recipe->to) => $this->reducer->reduce($crop, $recipe->to),
            default => $this->enlarger($recipe->way)->enlarge($crop, $recipe->to),
        };
    }

    private function enlarger(Way $way): Enlarger
    {
        return match ($way) {
            Way::Lanczos => new KernelEnlarger(Kernel::Lanczos),
            Way::Mitchell => new KernelEnlarger(Kernel::Mitchell),
            Way::Nearest => new WholeBlocks($this->reducer),
        };
    }
}
