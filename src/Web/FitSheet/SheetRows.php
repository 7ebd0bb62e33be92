<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\PlacedArtwork;

/** The rows that a filter and a search leave, with how many placements each filter would show. */
final readonly class SheetRows
{
    /**
     * @param list<SheetRow>     $rows
     * @param array<string, int> $counts by filter
     */
    private function __construct(public array $rows, public array $counts)
    {
    }

    public static function of(Batch $batch, FitSheet $sheet, SheetFilter $filter, string $find): self
    {
        $products = $sheet->products($batch);
        $counts = array_fill_keys(array_column(SheetFilter::cases(), 'value'), 0);
        $rows = [];
        foreach ($batch->readArtworks() as $artwork) {
            if ('' !== $find && false === mb_stripos($artwork->folder().'/'.$artwork->fileName().' '.$artwork->title(), $find)) {
                continue;
            }
            $cells = array_map(static fn ($product): PlacedArtwork => $sheet->place($artwork, $product), $products);
            foreach (SheetFilter::cases() as $one) {
                $counts[$one->value] += \count(array_filter($cells, $one->matches(...)));
            }
            if (SheetFilter::All === $filter || [] !== array_filter($cells, $filter->matches(...))) {
                $rows[] = new SheetRow($artwork, $cells);
            }
        }

        return new self($rows, $counts);
    }
}
