<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Shop\Settings\EffectiveSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\ProductSettings;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/**
 * The figures of all placements of a batch. Planning thousands of them takes a good part of a second, and every page of
 * a batch counts them, so they are kept between requests, each artwork's under a fingerprint of all that it depends on.
 *
 * @phpstan-type Kept array{products: string, artworks: array<int, array{string, list<array{string, float, float, float, bool,
 *   bool, bool, string, array<int, string>}>}>}
 */
final class PlacementSummaryCache
{
    private const FOR = 30 * 86400;

    /** Artworks whose words are set at a time: all at once would take more room than a request has. */
    private const AT_ONCE = 40;

    public function __construct(
        private readonly BatchPlanner $sheet,
        private readonly ProductionPlanner $production,
        private readonly CacheInterface $cache,
        private readonly DataFolder $data,
        private readonly CodeVersion $code,
        private readonly Typesetter $typesetter,
    ) {
    }

    /** @return list<PlacementSummary> artwork by artwork, in the order of the products */
    public function of(Batch $batch): array
    {
        return array_merge(...array_values($this->byArtwork($batch)));
    }

    /** @return array<int, list<PlacementSummary>> in the order of the products, by the artwork's number */
    public function byArtwork(Batch $batch): array
    {
        $products = $this->sheet->products($batch);
        $name = 'figures.'.hash('xxh128', $this->data->path).'.'.$batch->id();
        $shared = hash('xxh128', serialize([$this->code->hash, $products, $batch->settings()]));
        $kept = $this->kept($name);
        if ($kept['products'] !== $shared) {
            $kept = ['products' => $shared, 'artworks' => []];
        }
        $figures = $rows = $fingerprints = [];
        $isNew = false;
        $artworks = $this->sheet->artworks($batch);
        foreach ($artworks as $artwork) {
            $fingerprints[$artwork->id()] = self::fingerprint($artwork);
        }
        $isKnown = static fn (BatchArtwork $one): bool => ($kept['artworks'][$one->id()][0] ?? null) === $fingerprints[$one->id()];
        $new = array_chunk(array_filter($artworks, static fn (BatchArtwork $one): bool => !$isKnown($one)), self::AT_ONCE);
        foreach ($artworks as $artwork) {
            $id = $artwork->id();
            $fingerprint = $fingerprints[$id];
            if ($isKnown($artwork)) {
                $rows[$id] = $kept['artworks'][$id];
                $figures[$id] = array_map(
                    static fn (Product $product, array $row): PlacementSummary => PlacementSummary::ofRow($artwork, $product, $row),
                    $products,
                    $rows[$id][1],
                );
            } else {
                if ($artwork === ($new[0][0] ?? null)) {
                    $this->setWords(array_shift($new), $products);
                }
                $isNew = true;
                $figures[$id] = $this->plan($artwork, $products);
                $rows[$id] = [$fingerprint, array_map(static fn (PlacementSummary $one): array => $one->toRow(), $figures[$id])];
            }
        }
        if ($isNew) {
            $this->keep($name, ['products' => $shared, 'artworks' => $rows]);
        }

        return $figures;
    }

    /**
     * Of several artworks: one by one, each would wait for a process of its own.
     *
     * @param list<BatchArtwork> $artworks
     * @param list<Product>      $products
     */
    private function setWords(array $artworks, array $products): void
    {
        $words = [];
        foreach (array_filter($artworks, self::hasLettering(...)) as $artwork) {
            foreach ($products as $product) {
                foreach (EffectiveSettings::of($artwork, $product)->lettering()->words($product) as $one) {
                    $words[$one->key()] = $one;
                }
            }
        }
        try {
            $this->typesetter->set(array_values($words));
        } catch (ImpossibleLettering) {
            // Each placement tells its own.
        }
    }

    private static function hasLettering(BatchArtwork $artwork): bool
    {
        $speaks = static fn (ArtworkSettings|BatchSettings|FamilySettings|ProductSettings $one): bool => null !== $one->lettering;
        $near = [...array_values($artwork->familySettings()), ...array_values($artwork->productSettings())];

        return [] !== array_filter([$artwork->settings(), $artwork->batch()->settings(), ...$near], $speaks);
    }

    /**
     * @param list<Product> $products
     *
     * @return list<PlacementSummary>
     */
    private function plan(BatchArtwork $artwork, array $products): array
    {
        return array_map(function (Product $product) use ($artwork): PlacementSummary {
            // Kept as a summary alone: tens of thousands of plans take more room than a request has.
            $placed = $this->sheet->placeAs(EffectiveSettings::of($artwork, $product));
            $recipes = [];
            foreach ($placed->wanted()->files() as $wanted) {
                $outcome = $this->production->decide($wanted);
                $recipes += $outcome instanceof Recipe ? [$wanted->key->piece => $outcome->hash()] : [];
            }

            return PlacementSummary::of($placed, $recipes);
        }, $products);
    }

    /** Another one as soon as anything changes that the artwork's placements depend on. */
    private static function fingerprint(BatchArtwork $artwork): string
    {
        $families = $artwork->familySettings();
        $products = $artwork->productSettings();
        ksort($families);
        ksort($products);

        return hash(
            'xxh128',
            serialize([
                $artwork->id(),
                $artwork->path(),
                $artwork->facts(),
                $artwork->correctedKind(),
                $artwork->keepBoxes(),
                $artwork->settings(),
                $artwork->pictureHash(),
                $families,
                $products,
            ]),
        );
    }

    /** @return Kept */
    private function kept(string $name): array
    {
        return $this->cache->get($name, static function (ItemInterface $item, bool &$save): array {
            $save = false;

            return ['products' => '', 'artworks' => []];
        });
    }

    /** @param Kept $figures */
    private function keep(string $name, array $figures): void
    {
        // An infinite beta has it worked out anew.
        $this->cache->get(
            $name,
            static function (ItemInterface $item) use ($figures): array {
                $item->expiresAfter(self::FOR);

                return $figures;
            },
            \INF,
        );
    }
}
