<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Scene\PhotographedCloth;
use Snugfit\Core\Scene\Surface;

/** Where prints are in a photo. */
final readonly class PhotoPlace
{
    public function __construct(
        public Surface $surface,
        /** Null where prints follow no folds. */
        public ?PhotographedCloth $cloth = null,
    ) {
    }
}
