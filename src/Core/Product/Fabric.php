<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** A colour that a product comes in, on which transparent artwork is judged. */
final readonly class Fabric
{
    private const USUAL = ['Black #1b1b1d', 'Navy #1f2a44', 'Red #a8332c'];

    private function __construct(
        public string $name,
        /** Six hexadecimal digits. */
        public string $colour,
    ) {
    }

    /** @throws ImpossibleProduct */
    public static function parse(string $text): self
    {
        return 1 === preg_match('/^\s*(\S.{0,39}?)\s+#?([0-9a-f]{6})\s*$/iu', $text, $part)
            ? new self($part[1], strtolower($part[2]))
            : throw ImpossibleProduct::fabric($text);
    }

    /**
     * @return list<self>
     *
     * @throws ImpossibleProduct
     */
    public static function parseAll(string $text): array
    {
        $parts = array_filter(explode(';', $text), static fn (string $one): bool => '' !== trim($one));

        return array_map(self::parse(...), array_values($parts));
    }

    /**
     * Every colour once, as the first product names it.
     *
     * @param list<Product> $products
     *
     * @return list<self> usual cloths where no product has any
     */
    public static function ofProducts(array $products): array
    {
        $all = array_merge(...array_map(static fn (Product $product): array => $product->fabrics, $products));
        $all = [] === $all ? array_map(self::parse(...), self::USUAL) : $all;
        $once = [];
        foreach ($all as $one) {
            $once[$one->colour] ??= $one;
        }

        return array_values($once);
    }

    public function written(): string
    {
        return $this->name.' #'.$this->colour;
    }
}
