<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Scene\PhotographedCloth;
use Snugfit\Core\Scene\Surface;

/** Where prints are in a photo. */
final readonly class PhotoPlace
{
    public function __construct(
        public Surface $surface,
        /** Where the thing is that carries prints; null where they hang or lie before the photo. */
        public ?FractionBox $thing = null,
        /** Null where prints follow no folds. */
        public ?PhotographedCloth $cloth = null,
    ) {
    }
}
