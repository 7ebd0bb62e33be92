<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\ProductChoice;
use Symfony\Component\Validator\Constraints as Assert;

/** Products to be saved under a name. */
final readonly class ProductChoiceFields
{
    /** @param list<string> $codes */
    public function __construct(
        #[Assert\NotBlank(message: 'Give the choice a name.', normalizer: 'trim')]
        #[Assert\Length(max: ProductChoice::LONGEST, maxMessage: 'A name has {{ limit }} letters at most.')]
        public string $name,
        #[Assert\Count(min: 1, minMessage: 'Tick at least one product.')]
        public array $codes,
    ) {
    }

    public function name(): string
    {
        return trim($this->name);
    }
}
