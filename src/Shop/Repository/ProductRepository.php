<?php

declare(strict_types=1);

namespace Snugfit\Shop\Repository;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\StoredProduct;

/**
 * The shop's products. A shop that has not opened yet, such as a bare command line, has the standard sizes.
 *
 * @extends ServiceEntityRepository<StoredProduct>
 */
final class ProductRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry, private readonly DataFolder $data)
    {
        parent::__construct($registry, StoredProduct::class);
    }

    public function catalogue(): Catalogue
    {
        if (!is_file($this->data->database())) {
            return Catalogue::standard();
        }

        return Catalogue::of(array_map(static fn (StoredProduct $shelved): Product => $shelved->product(), $this->products()));
    }

    /** @return list<StoredProduct> */
    public function products(): array
    {
        return $this->findBy([], ['position' => 'ASC', 'id' => 'ASC']);
    }

    /** @return list<Product> those that are not retired */
    public function offered(): array
    {
        return array_values(
            array_map(
                static fn (StoredProduct $shelved): Product => $shelved->product(),
                array_filter($this->products(), static fn (StoredProduct $shelved): bool => !$shelved->isRetired()),
            ),
        );
    }

    public function byCode(string $code): ?StoredProduct
    {
        return $this->findOneBy(['code' => $code]);
    }

    public function put(Product $product): void
    {
        $shelved = $this->byCode($product->code);
        if (null === $shelved) {
            $this->getEntityManager()->persist(new StoredProduct($product, \count($this->products())));
        } else {
            $shelved->define($product);
        }
        $this->getEntityManager()->flush();
    }

    /**
     * Takes products in, all at once: one that is there is changed, a new one comes last.
     *
     * @param list<Product> $products
     */
    public function import(array $products): void
    {
        $this->getEntityManager()->wrapInTransaction(function () use ($products): void {
            $position = \count($this->products());
            foreach ($products as $product) {
                $shelved = $this->byCode($product->code);
                if (null === $shelved) {
                    $this->getEntityManager()->persist(new StoredProduct($product, $position++));
                } else {
                    $shelved->define($product);
                }
            }
        });
    }

    /** Up or down by one within its group, past those of other groups. */
    public function move(StoredProduct $moved, int $by): void
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
        $this->getEntityManager()->flush();
    }

    /** A copy under a code of its own. */
    public function duplicate(StoredProduct $original): StoredProduct
    {
        $product = $original->product();
        $stem = substr($product->code, 0, 34);
        for ($number = 2; null !== $this->byCode("$stem-$number"); ++$number) {
        }
        $record = ['code' => "$stem-$number", 'name' => $product->name.' '.$number] + (new ProductJson())->write($product);
        $copy = new StoredProduct((new ProductJson())->read(JsonReader::of($record, 'a copied product')), $original->position());
        $this->getEntityManager()->persist($copy);
        $this->getEntityManager()->flush();
        foreach ($this->products() as $position => $shelved) {
            $shelved->moveTo($position);
        }
        $this->getEntityManager()->flush();

        return $copy;
    }

    public function retire(StoredProduct $product, bool $isRetired): void
    {
        $product->setRetired($isRetired);
        $this->getEntityManager()->flush();
    }

    /** Fills an empty shelf with the standard sizes. */
    public function stock(): void
    {
        if ([] !== $this->products()) {
            return;
        }
        foreach (array_values(Catalogue::standard()->products) as $position => $product) {
            $this->getEntityManager()->persist(new StoredProduct($product, $position));
        }
        $this->getEntityManager()->flush();
    }
}
