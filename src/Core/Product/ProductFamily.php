<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/**
 * Products of one proportion on which pictures sit the same way form a family and share their framing. The proportion goes by
 * the print area, bleed included, and by the face of what goes round a frame; it is the nearest usual proportion where that is within
 * half a hundredth; any other is a proportion of its own, to two places. What goes round a frame keeps apart from flat prints, since
 * its sides are part of how it is framed. A product's proportion depends on nothing but the product.
 */
final readonly class ProductFamily
{
    /** Largest difference from a usual proportion, as a share of it. */
    public const TOLERANCE = 0.005;

    /** Short to long side. Common practice, and ISO 216's 1 : √2. */
    private const USUAL = [
        '1:1' => 1.0,
        '11:12' => 11 / 12,
        '10:11' => 10 / 11,
        '8:9' => 8 / 9,
        '5:6' => 5 / 6,
        '4:5' => 4 / 5,
        '11:14' => 11 / 14,
        '17:22' => 17 / 22,
        '3:4' => 3 / 4,
        '5:7' => 5 / 7,
        '1:1.414' => \M_SQRT1_2,
        '2:3' => 2 / 3,
        '11:17' => 11 / 17,
        '17:28' => 17 / 28,
        '3:5' => 3 / 5,
        '9:16' => 9 / 16,
        '1:2' => 1 / 2,
        '2:5' => 2 / 5,
        '1:3' => 1 / 3,
        '1:4' => 1 / 4,
    ];

    private const WRAPPED = '-wrap';

    private function __construct(
        public string $key,
        /** Proportion, and how pictures sit where they do not fill. */
        public string $label,
        public string $proportion,
    ) {
    }

    public static function of(Product $product): self
    {
        // Products are values; a sheet asks for the same ones thousands of times.
        /** @var \WeakMap<Product, self> $known */
        static $known = new \WeakMap();

        return $known[$product] ??= self::find($product);
    }

    private static function find(Product $product): self
    {
        if ($product->keepsProportions()) {
            return self::sitting('own', 'own proportions', $product->fit->mode);
        }
        $ratio = ($product->isWrapped() ? $product->trim : $product->printArea())->ratio();
        $ratio = min($ratio, 1 / $ratio);
        $nearest = null;
        foreach (self::USUAL as $name => $usual) {
            $off = abs($ratio / $usual - 1);
            if ($off <= self::TOLERANCE && (null === $nearest || $off < $nearest[0])) {
                $nearest = [$off, $name];
            }
        }
        $name = $nearest[1] ?? '1:'.number_format(1 / $ratio, 2, '.', '');

        $family = self::sitting(str_replace([':', '.'], ['-', '_'], $name), str_replace(':', ' : ', $name), $product->fit->mode);

        return $product->isWrapped()
            ? new self($family->key.self::WRAPPED, $family->label.', round a frame', $family->proportion)
            : $family;
    }

    /** Products that pictures fill are called by their proportion alone. */
    private static function sitting(string $key, string $proportion, FitModeRule $mode): self
    {
        return FitModeRule::Fill === $mode
            ? new self($key, $proportion, $proportion)
            : new self($key.'-'.$mode->value, $proportion.', '.$mode->label(), $proportion);
    }
}
