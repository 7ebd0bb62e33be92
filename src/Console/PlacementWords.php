<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementReason;

/** A placement in lines for a terminal. */
final readonly class PlacementWords
{
    /** @return list<string> */
    public function describe(Placement $placement): array
    {
        $crop = $placement->crop;
        $output = $placement->output;
        $largest = $placement->largestPrint;
        $line = static fn (string $label, string $text): string => \sprintf('  %-12s %s', $label, $text);

        return [
            \sprintf(
                '%s on %s, %s',
                $placement->artwork->size.' px',
                $placement->product->name,
                $placement->product->orientation()->value,
            ),
            $line('Verdict', PlacementReason::of($placement)),
            $line(
                'Crop',
                \sprintf(
                    '%s px from %d, %d; keeps %.1f %% of the picture%s',
                    $crop->size(),
                    $crop->x,
                    $crop->y,
                    100 * $placement->keptShare,
                    $placement->keepsBox ? '' : ', cuts the keep box',
                ),
            ),
            $line(
                'Effective',
                \sprintf(
                    '%.1f ppi (target %s, floor %s)',
                    $placement->effective->value,
                    round($placement->product->target->value, 1),
                    round($placement->product->floor->value, 1),
                ),
            ),
            $line(
                'Enlarge',
                \sprintf(
                    '×%.2f each way · ×%.2f the pixels (limit ×%s)',
                    $placement->enlargement,
                    $placement->enlargement ** 2,
                    $placement->limit,
                ),
            ),
            $line('Print file', null === $output ? 'none' : \sprintf('%s px at %s ppi', $output->size, round($output->ppi->value, 2))),
            $line(
                'Largest',
                \sprintf(
                    '%.1f × %.1f in (%.0f × %.0f mm) at the target, within the limit',
                    $largest->width->inInches(),
                    $largest->height->inInches(),
                    $largest->width->inMillimetres(),
                    $largest->height->inMillimetres(),
                ),
            ),
        ];
    }
}
