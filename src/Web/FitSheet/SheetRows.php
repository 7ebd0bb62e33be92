<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\PlacementSummary;
use Snugfit\Shop\PlacementSummaryCache;

/** The rows that a query leaves, in its order, with how many placements each chip alone would show. */
final readonly class SheetRows
{
    /**
     * @param list<non-empty-list<PlacementSummary>> $rows   by artwork
     * @param array<string, int>                  $counts by chip
     */
    private function __construct(
        private BatchPlanner $sheet,
        private SheetQuery $query,
        private array $rows,
        public array $counts,
        public int $placements,
    ) {
    }

    public static function of(Batch $batch, BatchPlanner $sheet, PlacementSummaryCache $figures, SheetQuery $query): self
    {
        $counts = array_fill_keys(array_keys($query->chips()), 0);
        $rows = [];
        $placements = 0;
        foreach ($figures->byArtwork($batch) as $row) {
            if ([] === $row || !$query->wants($row[0]->artwork)) {
                continue;
            }
            $placements += \count($row);
            foreach ($row as $one) {
                foreach ($counts as $what => $count) {
                    $counts[$what] = $count + (SheetQuery::shows($what, $one) ? 1 : 0);
                }
            }
            if (!$query->asksForCells() || [] !== array_filter($row, $query->matches(...))) {
                $rows[] = $row;
            }
        }

        return new self($sheet, $query, $query->order->sort($rows, $query->on), $counts, $placements);
    }

    public function count(): int
    {
        return \count($this->rows);
    }

    /** @return list<SheetRow> so many rows from one on, planned */
    public function part(int $from, int $count): array
    {
        return array_map($this->planned(...), \array_slice($this->rows, $from, $count));
    }

    /** @return list<SheetRow> */
    public function all(): array
    {
        return $this->part(0, \count($this->rows));
    }

    /**
     * The rows of some artworks, whether they match or not: what is looked at does not vanish when it is changed.
     *
     * @param list<int> $artworks
     *
     * @return list<SheetRow>
     */
    public static function ofSome(
        Batch $batch,
        BatchPlanner $sheet,
        PlacementSummaryCache $figures,
        SheetQuery $query,
        array $artworks,
    ): array {
        $rows = array_values(array_filter(array_intersect_key($figures->byArtwork($batch), array_flip($artworks))));

        return (new self($sheet, $query, $rows, [], 0))->all();
    }

    /** @param non-empty-list<PlacementSummary> $row */
    private function planned(array $row): SheetRow
    {
        return new SheetRow(
            $row[0]->artwork,
            array_map(
                fn (PlacementSummary $one): SheetCell => new SheetCell(
                    $this->sheet->place($one->artwork, $one->product),
                    $this->query->matches($one),
                ),
                $row,
            ),
        );
    }
}
