<?php

declare(strict_types=1);

namespace Snugfit\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;
use Snugfit\Core\Failure;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Core\Product\ProductJson;

/**
 * What goes round a frame is of one family with all of the same face, no more of the proportion of face and sides together. What was
 * asked by hand of such products goes along: to the family where all of it came from one, and else to each product alone, so that
 * nothing that was framed is framed otherwise.
 */
final class Version20261129000005 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $families = [];
        foreach ($this->wrapped() as $product) {
            $families[ProductFamily::of($product)->key][self::before($product)][] = $product->code;
        }
        foreach ($families as $now => $before) {
            if (1 === \count($before)) {
                $this->addSql(
                    'INSERT OR IGNORE INTO artwork_on_family (artwork_id, family, settings)
                        SELECT artwork_id, ?, settings FROM artwork_on_family WHERE family = ?',
                    [$now, array_key_first($before)],
                );
                continue;
            }
            foreach ($before as $family => $codes) {
                $this->hand((string) $family, $codes);
            }
        }
    }

    /**
     * To each product alone; what it was asked for by itself counts above what its family was.
     *
     * @param list<string> $codes
     */
    private function hand(string $family, array $codes): void
    {
        $asked = $this->connection->fetchAllKeyValue('SELECT artwork_id, settings FROM artwork_on_family WHERE family = ?', [$family]);
        foreach ($asked as $artwork => $settings) {
            foreach ($codes as $code) {
                $own = $this->connection->fetchOne(
                    'SELECT settings FROM artwork_on_product WHERE artwork_id = ? AND product = ?',
                    [$artwork, $code],
                );
                $this->addSql(
                    'INSERT INTO artwork_on_product (artwork_id, product, settings) VALUES (?, ?, ?)
                        ON CONFLICT (artwork_id, product) DO UPDATE SET settings = excluded.settings',
                    [$artwork, $code, self::below(self::decoded($own), self::decoded($settings))],
                );
            }
        }
    }

    /**
     * @param array<array-key, mixed> $own
     * @param array<array-key, mixed> $family
     */
    private static function below(array $own, array $family): string
    {
        $said = array_filter($own, static fn (mixed $one): bool => null !== $one) + $family;
        $finish = array_filter([$family['finish'] ?? null, $own['finish'] ?? null], is_array(...));
        // An object stays one, though it be empty.
        $all = ([] === $finish ? [] : ['finish' => (object) array_replace(...array_values($finish))]) + $said;

        return json_encode($all, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION);
    }

    /** @return array<array-key, mixed> */
    private static function decoded(mixed $json): array
    {
        $read = \is_string($json) ? json_decode($json, true, flags: \JSON_THROW_ON_ERROR) : null;

        return \is_array($read) ? $read : [];
    }

    /** @return iterable<Product> */
    private function wrapped(): iterable
    {
        foreach ($this->connection->fetchFirstColumn('SELECT definition FROM shelf_product') as $definition) {
            try {
                $product = (new ProductJson())->read(JsonReader::decode(\is_string($definition) ? $definition : '', 'a product'));
            } catch (Failure) {
                continue;
            }
            if (null !== $product->wrap && !$product->wrap->isZero()) {
                yield $product;
            }
        }
    }

    /** The family that it was of: by all that is printed. */
    private static function before(Product $product): string
    {
        $flat = new Product($product->code, '', $product->printArea(), Bleed::none(), $product->target, $product->floor, fit: $product->fit);

        return ProductFamily::of($flat)->key;
    }
}
