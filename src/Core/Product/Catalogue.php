<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\JsonReader;

/** Products by code, in their order on the shelf. */
final readonly class Catalogue
{
    /** @param array<string, Product> $products by code */
    private function __construct(public array $products)
    {
    }

    /** @param iterable<Product> $products */
    public static function of(iterable $products): self
    {
        $byCode = [];
        foreach ($products as $product) {
            $byCode[$product->code] = $product;
        }

        return new self($byCode);
    }

    /** The standard sizes that a new shop starts with. */
    public static function standard(): self
    {
        $list = JsonReader::decode((string) file_get_contents(__DIR__.'/standard-sizes.json'), 'the standard sizes');

        return self::of(array_map((new ProductJson())->read(...), $list->records('products')));
    }

    public function product(string $code): Product
    {
        return $this->products[$code] ?? throw ImpossibleProduct::unknown($code, array_map(strval(...), array_keys($this->products)));
    }
}
