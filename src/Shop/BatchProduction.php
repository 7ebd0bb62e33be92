<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Production\PlannedPrint;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Shop\Entity\Batch;

/** What a run of a batch would make now: every placement that is not left out, with its print as it is planned. */
final readonly class BatchProduction
{
    public function __construct(
        private BatchPlanner $placements,
        private ProductionPlanner $production,
        private DeliveryStore $deliveries,
    ) {
    }

    /**
     * @param ?NameTemplate   $template  null for the batch's own
     * @param ?BatchDelivery  $delivered what stands; null for what lies there, whatever its bytes
     *
     * @return list<PlacedPrint> artwork by artwork, in the order of the products
     */
    public function plan(
        Batch $batch,
        ?NameTemplate $template = null,
        \DateTimeImmutable $date = new \DateTimeImmutable(),
        ?BatchDelivery $delivered = null,
    ): array {
        $placed = array_values(
            array_filter($this->placements->placements($batch), static fn (PlannedPlacement $one): bool => !$one->isExcluded()),
        );
        $prints = $this->production->plan(
            array_map(static fn (PlannedPlacement $one): WantedPrint => $one->wanted(), $placed),
            $template ?? $batch->settings()->name,
            $delivered ?? $this->deliveries->delivered($batch),
            $date,
        );

        return array_map(
            static fn (PlannedPlacement $one, PlannedPrint $print): PlacedPrint => new PlacedPrint($one, $print),
            $placed,
            $prints,
        );
    }
}
