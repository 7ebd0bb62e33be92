<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Repository\ProductChoiceRepository;

/** Products that are often chosen together, under a name. */
#[ORM\Entity(repositoryClass: ProductChoiceRepository::class)]
#[ORM\Table(name: 'product_choice')]
class ProductChoice
{
    /** Letters of a name. */
    public const LONGEST = 60;

    public function __construct(
        #[ORM\Id]
        #[ORM\Column(length: self::LONGEST)]
        private string $name,
        /** @var list<string> */
        #[ORM\Column]
        private array $productCodes,
    ) {
    }

    public function name(): string
    {
        return $this->name;
    }

    /** @return list<string> */
    public function productCodes(): array
    {
        return $this->productCodes;
    }

    /** @param list<string> $codes */
    public function change(array $codes): void
    {
        $this->productCodes = $codes;
    }
}
