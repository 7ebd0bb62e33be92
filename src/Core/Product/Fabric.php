<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** A colour that a product comes in, on which transparent artwork is judged. */
final readonly class Fabric
{
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
        return array_map(self::parse(...), array_values(array_filter(explode(';', $text), static fn (string $one): bool => '' !== trim($one))));
    }

    public function written(): string
    {
        return $this->name.' #'.$this->colour;
    }
}
