<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\PlacedArtwork;

/** The rows that a query leaves, in its order, with how many placements each chip alone would show. */
final readonly class SheetRows
{
    /**
     * @param list<SheetRow>     $rows
     * @param array<string, int> $counts by chip
     */
    private function __construct(public array $rows, public array $counts, public int $placements)
    {
    }

    public static function of(Batch $batch, FitSheet $sheet, SheetQuery $query): self
    {
        $products = $sheet->products($batch);
        $counts = array_fill_keys(array_keys($query->chips()), 0);
        $rows = [];
        $placements = 0;
        foreach ($sheet->artworks($batch) as $artwork) {
            if ('' !== $query->find && false === mb_stripos($artwork->folder().'/'.$artwork->fileName().' '.$artwork->title(), $query->find)) {
                continue;
            }
            if (null !== $query->kind && $query->kind !== $artwork->kind()) {
                continue;
            }
            $cells = array_map(static fn ($product): PlacedArtwork => $sheet->place($artwork, $product), $products);
            $placements += \count($cells);
            foreach ($counts as $what => $count) {
                $counts[$what] = $count + \count(array_filter($cells, static fn (PlacedArtwork $placed): bool => SheetQuery::shows($what, $placed)));
            }
            if (!$query->asksForCells() || [] !== array_filter($cells, $query->matches(...))) {
                $rows[] = new SheetRow($artwork, $cells);
            }
        }

        return new self($query->order->sort($rows), $counts, $placements);
    }
}
