<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Repository\BatchArtworkRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\Settings\EffectiveSettings;

/** Plans every placement of a batch with what people asked for. */
final class BatchPlanner
{
    /** @var array<string, PlannedPlacement> planned before in this request, by artwork and product */
    private array $known = [];

    public function __construct(
        private readonly PlacementPlanner $planner,
        private readonly ProductRepository $productRepository,
        private readonly BatchArtworkRepository $artworks,
    ) {
    }

    /**
     * @return list<Product> the batch's products by family, families and products in the shelf's order; a code that left the
     * shelf is passed over
     */
    public function products(Batch $batch): array
    {
        $chosen = array_flip($batch->productCodes());
        $families = [];
        foreach ($this->productRepository->catalogue()->products as $product) {
            if (isset($chosen[$product->code])) {
                $families[ProductFamily::of($product)->key][] = $product;
            }
        }

        return array_merge(...array_values($families));
    }

    /** @return list<BatchArtwork> those that were read, with their framings fetched at once */
    public function artworks(Batch $batch): array
    {
        $this->artworks->fetchWithSettings($batch);

        return $batch->readArtworks();
    }

    public function place(BatchArtwork $artwork, Product $product): PlannedPlacement
    {
        $effective = EffectiveSettings::of($artwork, $product);
        $key = $artwork->id().':'.$product->code;
        $known = $this->known[$key] ?? null;
        // A page plans all of a batch for its line and again for its room.
        if (null !== $known && $known->effective->plansLike($effective)) {
            return $known;
        }

        return $this->known[$key] = $this->placeAs($effective);
    }

    public function placeAs(EffectiveSettings $effective): PlannedPlacement
    {
        return new PlannedPlacement(
            $effective,
            $this->planner->plan($effective->artwork->artwork(), $effective->product, $effective->placementRequest()),
        );
    }

    /** @return \Generator<int, PlannedPlacement> artwork by artwork, in the order of the products; none is kept */
    public function stream(Batch $batch): \Generator
    {
        $products = $this->products($batch);
        foreach ($this->artworks($batch) as $artwork) {
            foreach ($products as $product) {
                yield $this->placeAs(EffectiveSettings::of($artwork, $product));
            }
        }
    }
}
