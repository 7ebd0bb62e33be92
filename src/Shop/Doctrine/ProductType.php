<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductJson;

/** @extends JsonValueType<Product> */
final class ProductType extends JsonValueType
{
    protected function valueClass(): string
    {
        return Product::class;
    }

    protected function decode(JsonReader $json): object
    {
        return (new ProductJson())->read($json);
    }

    protected function encode(object $value): mixed
    {
        return (new ProductJson())->write($value);
    }
}
