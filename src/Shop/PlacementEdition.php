<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Doctrine\DBAL\Connection;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Shop\Entity\BatchArtwork;

/** Names the state that a room for one placement shows: everything that people asked of it, for all products, its family and it. */
final readonly class PlacementEdition
{
    private const ASKED = 'SELECT json_array(
            artwork.kind, artwork.settings, artwork.repair_edits, artwork.state,
            artwork.keep_boxes, artwork.reference_image, family.settings, product.settings
        )
        FROM batch_artwork artwork
        LEFT JOIN artwork_on_family family ON family.artwork_id = artwork.id AND family.family = :family
        LEFT JOIN artwork_on_product product ON product.artwork_id = artwork.id AND product.product = :product
        WHERE artwork.id = :artwork';

    public function __construct(private Connection $connection)
    {
    }

    /** As it is stored now, whatever was fetched before. */
    public function of(BatchArtwork $artwork, Product $product): string
    {
        $asked = $this->connection->fetchOne(self::ASKED, [
            'artwork' => $artwork->id(),
            'family' => ProductFamily::of($product)->key,
            'product' => $product->code,
        ]);

        return substr(hash('sha256', \is_string($asked) ? $asked : ''), 0, 16);
    }
}
