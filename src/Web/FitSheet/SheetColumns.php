<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Product\Product;

/** Runs of neighbouring columns that share a proportion, for the sheet's upper head. */
final class SheetColumns
{
    /**
     * @param list<Product> $products
     *
     * @return list<array{label: string, count: int}>
     */
    public static function byProportion(array $products): array
    {
        $groups = [];
        foreach ($products as $product) {
            $label = self::label($product);
            $last = array_key_last($groups);
            if (null !== $last && $groups[$last]['label'] === $label) {
                ++$groups[$last]['count'];
            } else {
                $groups[] = ['label' => $label, 'count' => 1];
            }
        }

        return $groups;
    }

    /** Short side to long side: whole numbers where they are small, else 1 : x. Trim alone, as people name products. */
    private static function label(Product $product): string
    {
        $short = min($product->trim->width->ticks, $product->trim->height->ticks);
        $long = max($product->trim->width->ticks, $product->trim->height->ticks);
        for ($part = 1; $part <= 12; ++$part) {
            $other = $part * $long / $short;
            if (abs($other - round($other)) < 1e-6) {
                return \sprintf('%d : %d', $part, (int) round($other));
            }
        }

        return '1 : '.number_format($long / $short, 3);
    }
}
