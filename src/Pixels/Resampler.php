<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Way;
use Snugfit\Pixels\Enlarger\BicubicEnlarger;
use Snugfit\Pixels\Enlarger\Enlarger;
use Snugfit\Pixels\Enlarger\EnlargingKernel;
use Snugfit\Pixels\Enlarger\KernelEnlarger;
use Snugfit\Pixels\Enlarger\WholeBlocks;
use Snugfit\Pixels\Vips\Image;

/** Brings a crop to its exact number of pixels: reduced, left alone, or enlarged by a kernel, the recipe's own or, for what a network left over, a bicubic one. */
final readonly class Resampler
{
    public function __construct(private Reducer $reducer = new Reducer())
    {
    }

    public function resample(Image $crop, PixelSize $to, Way $way): Image
    {
        $from = $crop->size();

        return match (true) {
            $from->equals($to) => $crop,
            $from->covers($to) => $this->reducer->reduce($crop, $to),
            default => $this->enlarger($way)->enlarge($crop, $to),
        };
    }

    /** Whether a crop is looked at in another order than from top to bottom: kernels of our own go by columns, too. */
    public static function readsAnyRow(Enlarge $enlarge, PixelSize $crop): bool
    {
        return (Way::Lanczos === $enlarge->how->way || Way::Mitchell === $enlarge->how->way) && !$crop->covers($enlarge->to);
    }

    private function enlarger(Way $way): Enlarger
    {
        return match ($way) {
            Way::Lanczos => new KernelEnlarger(EnlargingKernel::Lanczos, $this->reducer),
            Way::Mitchell => new KernelEnlarger(EnlargingKernel::Mitchell, $this->reducer),
            Way::Nearest => new WholeBlocks($this->reducer),
            default => new BicubicEnlarger(),
        };
    }
}
