<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Product;

/**
 * The snug gauge's measures: a rule on a log scale of ppi with notches at floor and target, a bar to the effective ppi,
 * and an open extension to what enlargement will reach. Shares of the rule's length, 0 to 1.
 */
final readonly class SnugGauge
{
    /** The scale's ends in ppi. */
    private const FROM = 15.0;
    private const TO = 1200.0;

    private function __construct(
        public float $floor,
        public float $target,
        public float $have,
        public float $reach,
        public string $verdict,
        public string $label,
    ) {
    }

    public static function of(Placement $placement): self
    {
        $product = $placement->product;
        $ppi = $placement->effective->value;
        // What enlargement reaches: the print file's ppi, or, where it is short, as far as the limit would go.
        $reach = null === $placement->output ? $ppi * $placement->limit : max($ppi, $placement->output->ppi->value);

        return new self(
            self::at($product->floor->value),
            self::at($product->target->value),
            self::at($ppi),
            self::at($reach),
            $placement->verdict->value,
            \sprintf(
                '%s: %s ppi, floor %s, target %s',
                $placement->verdict->label(),
                round($ppi),
                round($product->floor->value),
                round($product->target->value),
            ),
        );
    }

    /** Of a print file, by what its manifest keeps and by its product as it stands on the shelf. */
    public static function ofPrint(float $enlargement, Ppi $written, string $verdict, Product $product): self
    {
        $effective = $product->target->value / max(0.01, $enlargement);

        return new self(
            self::at($product->floor->value),
            self::at($product->target->value),
            self::at($effective),
            self::at(max($effective, $written->value)),
            $verdict,
            '',
        );
    }

    public static function at(float $ppi): float
    {
        return min(1.0, max(0.0, log($ppi / self::FROM) / log(self::TO / self::FROM)));
    }
}
