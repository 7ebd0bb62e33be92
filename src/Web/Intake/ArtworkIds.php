<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Symfony\Component\Validator\Constraints as Assert;

/** Some artworks of a batch. */
final readonly class ArtworkIds
{
    /** @param list<int> $ids */
    public function __construct(
        #[Assert\Count(min: 1, minMessage: 'Select at least one picture.')]
        public array $ids,
    ) {
    }
}
