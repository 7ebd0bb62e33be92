<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Product;

/** One artwork on one product, decided. The planner makes it. */
final readonly class Placement
{
    public function __construct(
        public Artwork $artwork,
        /** Turned the way up that it is printed. */
        public Product $product,
        public ImageTransform $transform,
        public EffectiveFraming $framing,
        /** In pixels of the picture as it is posed. */
        public PixelWindow $crop,
        /** Share of the picture's pixels inside the crop, 0 to 1. */
        public float $keptShare,
        /** True where there is no keep box. */
        public bool $keepsBox,
        /** Share of the keep boxes' area inside the crop, 0 to 1. */
        public float $keptOfBoxes,
        public Ppi $effective,
        /** Linear, from the crop to the target, on the axis that needs more. Under 1 it is reduced. */
        public float $enlargement,
        public float $limit,
        public Verdict $verdict,
        /** Null when short. */
        public ?PrintDimensions $output,
        /** What this crop carries at the target within the limit. */
        public PrintSize $largestPrint,
    ) {
    }

    /** What of the crop is seen from the front. */
    public function face(): PixelWindow
    {
        return (new FitGeometry($this->product, $this->framing))->face($this->crop);
    }

    /** Whether a box of the upright picture lies wholly inside the crop; of what goes round a frame, on its face. */
    public function showsAllOf(FractionBox $box): bool
    {
        $pixels = $this->transform->box($box)->inPixelsOf($this->transform->size($this->artwork->size));

        return (new RotatedCropGeometry($this->transform->tilt))->keptOf($pixels, $this->face()) > 1 - 1e-6;
    }

    /** Linear factor from crop to print file on the axis that needs more; null when there is none. */
    public function appliedEnlargement(): ?float
    {
        if (null === $this->output) {
            return null;
        }

        $size = $this->output->pictureSize();

        return max($size->width / $this->crop->width, $size->height / $this->crop->height);
    }
}
