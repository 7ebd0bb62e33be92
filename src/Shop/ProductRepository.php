<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;
use Snugfit\Shop\Entity\ShelfProduct;

/** The shop's products. A shop that has not opened yet, such as a bare command line, has the standard sizes. */
final readonly class ProductRepository
{
    public function __construct(private EntityManagerInterface $entities, private DataFolder $data)
    {
    }

    public function catalogue(): Catalogue
    {
        if (!is_file($this->data->database())) {
            return Catalogue::standard();
        }

        return Catalogue::of(array_map(static fn (ShelfProduct $shelved): Product => $shelved->product(), $this->products()));
    }

    /** @return list<ShelfProduct> */
    public function products(): array
    {
        return $this->entities->getRepository(ShelfProduct::class)->findBy([], ['position' => 'ASC', 'id' => 'ASC']);
    }

    /** @return list<Product> those that are not retired */
    public function offered(): array
    {
        return array_values(array_map(static fn (ShelfProduct $shelved): Product => $shelved->product(), array_filter($this->products(), static fn (ShelfProduct $shelved): bool => !$shelved->isRetired())));
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

    /**
     * Brings products in, all at once: one that is there is changed, a new one comes last.
     *
     * @param list<Product> $products
     */
    public function bring(array $products): void
    {
        $this->entities->wrapInTransaction(function () use ($products): void {
            $position = \count($this->products());
            foreach ($products as $product) {
                $shelved = $this->find($product->code);
                if (null === $shelved) {
                    $this->entities->persist(new ShelfProduct($product, $position++));
                } else {
                    $shelved->define($product);
                }
            }
        });
    }

    /** Up or down by one within its group, past those of other groups. */
    public function move(ShelfProduct $moved, int $by): void
    {
        $all = $this->products();
        $group = $moved->product()->group;
        $at = array_search($moved, $all, true);
        for ($other = $at + $by; isset($all[$other]) && $all[$other]->product()->group !== $group; $other += $by) {
        }
        if (isset($all[$other])) {
            [$all[$at], $all[$other]] = [$all[$other], $all[$at]];
        }
        foreach (array_values($all) as $position => $shelved) {
            $shelved->moveTo($position);
        }
        $this->entities->flush();
    }

    /** A copy under a code of its own. */
    public function duplicate(ShelfProduct $original): ShelfProduct
    {
        $product = $original->product();
        $stem = substr($product->code, 0, 34);
        for ($number = 2; null !== $this->find("$stem-$number"); ++$number) {
        }
        $record = ['code' => "$stem-$number", 'name' => $product->name.' '.$number] + (new ProductJson())->write($product);
        $copy = new ShelfProduct((new ProductJson())->read(JsonReader::of($record, 'a copied product')), $original->position());
        $this->entities->persist($copy);
        $this->entities->flush();
        foreach ($this->products() as $position => $shelved) {
            $shelved->moveTo($position);
        }
        $this->entities->flush();

        return $copy;
    }

    public function retire(ShelfProduct $product, bool $isRetired): void
    {
        $product->setRetired($isRetired);
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
