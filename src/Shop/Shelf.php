<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\ShelfProduct;

/** The shop's products. A shop that has not opened yet, such as a bare command line, has the standard sizes. */
final readonly class Shelf
{
    public function __construct(private EntityManagerInterface $entities, private string $dataDir)
    {
    }

    public function catalogue(): Catalogue
    {
        if (!is_file($this->dataDir.'/shop.sqlite')) {
            return Catalogue::standard();
        }

        return Catalogue::of(array_map(static fn (ShelfProduct $shelved): Product => $shelved->product(), $this->products()));
    }

    /** @return list<ShelfProduct> */
    public function products(): array
    {
        return $this->entities->getRepository(ShelfProduct::class)->findBy([], ['position' => 'ASC', 'id' => 'ASC']);
    }

    public function find(string $code): ?ShelfProduct
    {
        return $this->entities->getRepository(ShelfProduct::class)->findOneBy(['code' => $code]);
    }

    public function put(Product $product): void
    {
        $shelved = $this->find($product->code);
        if (null === $shelved) {
            $this->entities->persist(new ShelfProduct($product, \count($this->products())));
        } else {
            $shelved->define($product);
        }
        $this->entities->flush();
    }

    /** Fills an empty shelf with the standard sizes. */
    public function stock(): void
    {
        if ([] !== $this->products()) {
            return;
        }
        foreach (array_values(Catalogue::standard()->products) as $position => $product) {
            $this->entities->persist(new ShelfProduct($product, $position));
        }
        $this->entities->flush();
    }
}
