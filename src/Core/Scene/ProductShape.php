<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Product\Product;

/** What sort of thing a product is, to say which scenes suit it: told by what it has, and by the words of its name. */
enum ProductShape: string
{
    case Sheet = 'sheet';
    case Canvas = 'canvas';
    case Mug = 'mug';
    case Tumbler = 'tumbler';
    case Cushion = 'cushion';
    case Apparel = 'apparel';
    case Tote = 'tote';
    case Sticker = 'sticker';

    private const WORDS = [
        'tote|bag' => self::Tote,
        'tumbler|bottle|flask' => self::Tumbler,
        'mug|cup|beaker' => self::Mug,
        'cushion|pillow' => self::Cushion,
        'sticker|decal|badge' => self::Sticker,
        'shirt|apparel|hoodie|sweat|tee|top' => self::Apparel,
    ];

    public static function of(Product $product): self
    {
        $words = $product->code.' '.$product->name.' '.$product->group;
        foreach (self::WORDS as $pattern => $shape) {
            if (1 === preg_match("/\\b($pattern)/iu", str_replace(['-', '_'], ' ', $words))) {
                return $shape;
            }
        }

        return match (true) {
            $product->isWrapped() => self::Canvas,
            [] !== $product->fabrics => self::Apparel,
            default => self::Sheet,
        };
    }
}
