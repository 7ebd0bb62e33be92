<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Artwork\Kind;

/** Says in a sentence or two why a placement got its verdict, and what would help. */
final class PlacementReason
{
    public static function of(Placement $placement): string
    {
        $ppi = self::figure($placement->effective->value);
        $target = self::figure($placement->product->target->value);
        $floor = self::figure($placement->product->floor->value);
        $times = '×'.number_format($placement->enlargement, 2);
        if ($placement->artwork->isVector) {
            return \sprintf('Ample. A drawing: made afresh at %s ppi.', $target);
        }
        $kept = null !== $placement->output && $placement->output->size->equals($placement->crop->size());

        return match ($placement->verdict) {
            Verdict::Ample => $placement->enlargement < 0.9995
                ? \sprintf('Ample. Reduced from %s to exactly %s ppi.', $ppi, $target)
                : \sprintf('Ample. Printed pixel for pixel at %s ppi.', $target),
            Verdict::Adequate => $kept
                ? \sprintf('Adequate. Printed as it is, at %s ppi.', $ppi)
                : \sprintf('Adequate. Would print as it is at %s ppi; enlarged %s for the exact size.', $ppi, $times),
            Verdict::Grow => \sprintf('Grow. %s ppi is under the floor of %s; enlarged %s to %s ppi.', $ppi, $floor, $times, $target),
            Verdict::GrowToFloor => \sprintf(
                'Grow, to the floor. The limit ×%s ends before %s ppi: delivered at %s ppi.',
                self::figure($placement->limit),
                $target,
                self::figure($placement->output->ppi->value ?? 0.0),
            ),
            Verdict::Short => self::short($placement, $ppi, $floor),
        };
    }

    private static function short(Placement $placement, string $ppi, string $floor): string
    {
        $largest = $placement->largestPrint;
        $help = match (true) {
            $placement->keptShare < 0.5 => 'A wider crop, a smaller product or a larger master would help.',
            Kind::FlatGraphic === $placement->artwork->kind => 'A smaller product, a larger master, or tracing it to curves would help.',
            default => 'A smaller product or a larger master would help.',
        };

        return \sprintf(
            'Short. %s ppi, and ×%s more is %s ppi: under the floor of %s. This crop carries %s × %s in at the target. %s',
            $ppi,
            self::figure($placement->limit),
            self::figure($placement->effective->value * $placement->limit),
            $floor,
            number_format($largest->width->inInches(), 1),
            number_format($largest->height->inInches(), 1),
            $help,
        );
    }

    private static function figure(float $value): string
    {
        $text = number_format($value, $value < 20 ? 1 : 0);

        return str_ends_with($text, '.0') ? substr($text, 0, -2) : $text;
    }
}
