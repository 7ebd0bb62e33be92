<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Repository\ProductRepository;

/** A product on the shelf. */
#[ORM\Entity(repositoryClass: ProductRepository::class)]
#[ORM\Table(name: 'shelf_product')]
class StoredProduct
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 40, unique: true)]
    private string $code;

    #[ORM\Column(type: 'product')]
    private Product $definition;

    #[ORM\Column]
    private int $position;

    /** Not offered any more; batches that have it keep it. */
    #[ORM\Column(options: ['default' => false])]
    private bool $retired = false;

    public function __construct(Product $product, int $position)
    {
        $this->position = $position;
        $this->define($product);
    }

    public function define(Product $product): void
    {
        $this->code = $product->code;
        $this->definition = $product;
    }

    public function product(): Product
    {
        return $this->definition;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The product was not stored yet.');
    }

    public function code(): string
    {
        return $this->code;
    }

    public function position(): int
    {
        return $this->position;
    }

    public function moveTo(int $position): void
    {
        $this->position = $position;
    }

    public function isRetired(): bool
    {
        return $this->retired;
    }

    public function setRetired(bool $retired): void
    {
        $this->retired = $retired;
    }
}
