<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\SourceEvidence;

/** What pieces of a picture tell of it. */
final readonly class PieceEvidence
{
    public function __construct(
        public SourceEvidence $source,
        /** How likely it is a photograph, 0 to 1. */
        public float $photographed,
    ) {
    }
}
