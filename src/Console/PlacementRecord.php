<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Product\Product;

/** A placement as the record that plan --json prints; docs/guide.md lists its keys. */
final class PlacementRecord
{
    /**
     * @param Product $product as it was given, not turned the way the placement is
     *
     * @return array<string, mixed>
     */
    public static function of(Placement $placement, Product $product): array
    {
        $mm = static fn (Length $length): float => round($length->inMillimetres(), 2);
        $bleed = $product->bleed;

        return [
            'artwork' => [
                'width_px' => $placement->artwork->size->width,
                'height_px' => $placement->artwork->size->height,
                'kind' => $placement->artwork->kind->value,
            ],
            'product' => [
                'code' => $product->code,
                'width_mm' => $mm($product->trim->width),
                'height_mm' => $mm($product->trim->height),
                'bleed_mm' => $bleed->isEven()
                    ? $mm($bleed->top)
                    : [
                        'top' => $mm($bleed->top),
                        'right' => $mm($bleed->right),
                        'bottom' => $mm($bleed->bottom),
                        'left' => $mm($bleed->left),
                    ],
                'target_ppi' => round($product->target->value, 2),
                'floor_ppi' => round($product->floor->value, 2),
            ],
            'orientation' => $placement->product->orientation()->value,
            'crop' => $placement->crop->toArray(),
            'kept_share' => round($placement->keptShare, 6),
            'keeps_box' => $placement->keepsBox,
            'effective_ppi' => round($placement->effective->value, 2),
            'enlargement' => round($placement->enlargement, 4),
            'limit' => $placement->limit,
            'verdict' => $placement->verdict->value,
            'output' => null === $placement->output
                    ? null
                    : [
                        'width_px' => $placement->output->size->width,
                        'height_px' => $placement->output->size->height,
                        'ppi' => round($placement->output->ppi->value, 2),
                        // Where the picture lies on a print that it does not cover.
                        ...null === $placement->output->layout ? [] : ['picture' => $placement->output->layout->part->toArray()],
                    ],
            'largest_print' => ['width_mm' => $mm($placement->largestPrint->width), 'height_mm' => $mm($placement->largestPrint->height)],
        ];
    }
}
