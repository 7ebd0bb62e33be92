<?php

declare(strict_types=1);

namespace Snugfit\Shop\Doctrine;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\ImpossibleProduct;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductField;
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
        try {
            return (new ProductJson())->read($json);
        } catch (ImpossibleProduct $e) {
            if (ProductField::Pieces !== $e->field) {
                throw $e;
            }

            // Pieces that have no room could be kept once; nothing could be made of them.
            return (new ProductJson())->read(JsonReader::of(array_diff_key($json->toArray(), ['pieces' => true]), 'a kept product'));
        }
    }

    protected function encode(object $value): mixed
    {
        return (new ProductJson())->write($value);
    }
}
