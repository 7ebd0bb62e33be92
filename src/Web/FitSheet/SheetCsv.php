<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Csv;
use Snugfit\Shop\PlannedPlacement;

/** The sheet as a table for other programs: a line for every placement. */
final class SheetCsv
{
    private const COLUMNS = [
        'folder',
        'artwork',
        'kind',
        'width_px',
        'height_px',
        'product',
        'product_name',
        'proportion',
        'orientation',
        'sits',
        'crop_x',
        'crop_y',
        'crop_width',
        'crop_height',
        'tilt',
        'kept_share',
        'must_stay_kept',
        'effective_ppi',
        'target_ppi',
        'floor_ppi',
        'enlargement',
        'limit',
        'verdict',
        'output_width_px',
        'output_height_px',
        'output_ppi',
        'looked_at',
        'left_out',
    ];

    /**
     * @param list<SheetRow> $rows
     *
     * @return \Generator<int, string>
     */
    public static function lines(array $rows): \Generator
    {
        yield Csv::line(self::COLUMNS);
        foreach ($rows as $row) {
            foreach ($row->cells as $cell) {
                yield Csv::line(self::cells($cell->placed));
            }
        }
    }

    /** @return list<string|int|float> */
    private static function cells(PlannedPlacement $placed): array
    {
        $artwork = $placed->artwork;
        $placement = $placed->placement;
        $product = $placement->product;
        $output = $placement->output;

        return [
            $artwork->folder(),
            $artwork->fileName(),
            $artwork->kind()->value,
            $placement->artwork->size->width,
            $placement->artwork->size->height,
            $product->code,
            $product->name,
            $placed->effective->family->label,
            $product->orientation()->value,
            $placement->framing->fitMode->value,
            ...array_values($placement->crop->toArray()),
            $placement->transform->tilt,
            round($placement->keptShare, 4),
            round($placement->keptOfBoxes, 4),
            round($placement->effective->value, 2),
            round($product->target->value, 2),
            round($product->floor->value, 2),
            round($placement->enlargement, 4),
            $placement->limit,
            $placement->verdict->value,
            $output->size->width ?? '',
            $output->size->height ?? '',
            null === $output ? '' : round($output->ppi->value, 2),
            $placed->isLookedAt() ? 'yes' : 'no',
            $placed->isExcluded() ? 'yes' : 'no',
        ];
    }
}
