<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleSettings;

/** A picture that is to be made larger, and how. */
final readonly class EnlargeOrder
{
    public function __construct(
        public string $in,
        public string $out,
        public MasterFacts $facts,
        public UpscaleSettings $upscale,
        public PixelSize $to,
        public Recipe $recipe,
        /** Empty where there is none. */
        public string $referencePath,
        public ?ReferenceImage $reference,
        /** Why this way was chosen; null where it was asked for. */
        public ?string $why = null,
    ) {
    }
}
