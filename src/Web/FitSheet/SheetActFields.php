<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Symfony\Component\Validator\Constraints as Assert;

/** Something that is to be done to many placements, as the sheet sends it. */
final readonly class SheetActFields
{
    /** @param list<string> $cells "ARTWORK:PRODUCT" */
    public function __construct(
        #[Assert\NotBlank(message: 'There is no such act.')]
        public string $act,
        #[Assert\Count(min: 1, minMessage: 'Select at least one placement.')]
        #[Assert\All([new Assert\Regex('/^\d+:[a-z0-9-]+$/', message: 'A placement is named by its picture and its product.')])]
        public array $cells,
        public string $value = '',
        /** How many placements were meant. */
        public ?int $count = null,
    ) {
    }

    /** Whether all that was meant arrived. */
    #[Assert\IsTrue(message: 'Not all of what was selected arrived here, so nothing was done. Try again.')]
    public function isWhole(): bool
    {
        return null === $this->count || \count(array_unique($this->cells)) === $this->count;
    }
}
