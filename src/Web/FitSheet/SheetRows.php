<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\PlacedArtwork;

/** The rows that a query leaves, in its order, with how many placements each chip alone would show. */
final readonly class SheetRows
{
    /**
     * @param list<SheetRow>     $rows
     * @param array<string, int> $counts by chip
     */
    private function __construct(public array $rows, public array $counts, public int $placements, public int $total)
    {
    }

    public static function of(Batch $batch, FitSheet $sheet, SheetQuery $query): self
    {
        $products = $sheet->products($batch);
        $counts = array_fill_keys(array_keys($query->chips()), 0);
        $rows = [];
        $placements = 0;
        foreach (self::artworks($batch, $sheet, $query) as $artwork) {
            $cells = self::cells($sheet, $artwork, $products);
            $placements += \count($cells);
            foreach ($cells as $placed) {
                foreach ($counts as $what => $count) {
                    $counts[$what] = $count + (SheetQuery::shows($what, $placed) ? 1 : 0);
                }
            }
            if (!$query->asksForCells() || [] !== array_filter($cells, $query->matches(...))) {
                $rows[] = new SheetRow($artwork, $cells);
            }
        }

        return new self($query->order->sort($rows), $counts, $placements, \count($rows));
    }

    /** So many rows from one on; where no figure decides which and in what order, only these are planned. */
    public static function part(Batch $batch, FitSheet $sheet, SheetQuery $query, int $from, int $count): self
    {
        if ($query->asksForCells() || SheetOrder::Name !== $query->order) {
            $all = self::of($batch, $sheet, $query);

            return new self(\array_slice($all->rows, $from, $count), $all->counts, $all->placements, $all->total);
        }
        $artworks = self::artworks($batch, $sheet, $query);
        $products = $sheet->products($batch);
        $rows = array_map(static fn (BatchArtwork $artwork): SheetRow => new SheetRow($artwork, self::cells($sheet, $artwork, $products)), \array_slice($artworks, $from, $count));

        return new self($rows, [], 0, \count($artworks));
    }

    /** @return list<BatchArtwork> */
    private static function artworks(Batch $batch, FitSheet $sheet, SheetQuery $query): array
    {
        return array_values(array_filter(
            $sheet->artworks($batch),
            static fn (BatchArtwork $artwork): bool => ('' === $query->find || false !== mb_stripos($artwork->folder().'/'.$artwork->fileName().' '.$artwork->title(), $query->find))
                && (null === $query->kind || $query->kind === $artwork->kind()),
        ));
    }

    /**
     * @param list<Product> $products
     *
     * @return list<PlacedArtwork>
     */
    private static function cells(FitSheet $sheet, BatchArtwork $artwork, array $products): array
    {
        return array_map(static fn (Product $product): PlacedArtwork => $sheet->place($artwork, $product), $products);
    }
}
