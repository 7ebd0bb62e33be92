<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;

/** Families of neighbouring columns, for the sheet's upper head. */
final class SheetColumns
{
    /**
     * @param list<Product> $products by family
     *
     * @return list<array{key: string, family: ProductFamily, count: int}>
     */
    public static function families(array $products): array
    {
        $families = [];
        foreach ($products as $product) {
            $family = ProductFamily::of($product);
            $families[$family->key] ??= ['key' => $family->key, 'family' => $family, 'count' => 0];
            ++$families[$family->key]['count'];
        }

        return array_values($families);
    }
}
