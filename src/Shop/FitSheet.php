<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Fit\Planner;
use Snugfit\Core\Fit\Wishes;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/** Plans every placement of a batch with what people asked for. */
final readonly class FitSheet
{
    public function __construct(private Planner $planner, private Shelf $shelf)
    {
    }

    /** @return list<Product> the batch's products in the shelf's order; a code that left the shelf is passed over */
    public function products(Batch $batch): array
    {
        $chosen = array_flip($batch->productCodes());

        return array_values(array_filter($this->shelf->catalogue()->products, static fn (Product $product): bool => isset($chosen[$product->code])));
    }

    public function place(BatchArtwork $artwork, Product $product): PlacedArtwork
    {
        $framing = $artwork->framing($product->code);

        return new PlacedArtwork($artwork, $product, $this->planner->plan($artwork->artwork(), $product, $framing?->wishes() ?? Wishes::none()), $framing);
    }

    /** @return list<PlacedArtwork> artwork by artwork, in the order of the products */
    public function placements(Batch $batch): array
    {
        $products = $this->products($batch);
        $placed = [];
        foreach ($batch->readArtworks() as $artwork) {
            foreach ($products as $product) {
                $placed[] = $this->place($artwork, $product);
            }
        }

        return $placed;
    }
}
