<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Production\ProductionPlanner;
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
     * @return \Generator<int, PlacedPrint> artwork by artwork, in the order of the products
     */
    public function plan(
        Batch $batch,
        ?NameTemplate $template = null,
        \DateTimeImmutable $date = new \DateTimeImmutable(),
        ?BatchDelivery $delivered = null,
    ): \Generator {
        /** @var \SplQueue<PlannedPlacement> $placed */
        $placed = new \SplQueue();
        $wanted = function () use ($batch, $placed): iterable {
            foreach ($this->placements->stream($batch) as $one) {
                if (!$one->isExcluded()) {
                    $wanted = $one->wanted();
                    // As many prints as it has files.
                    array_map(static fn () => $placed->enqueue($one), $wanted->files());
                    yield $wanted;
                }
            }
        };
        $delivered ??= $this->deliveries->delivered($batch);
        foreach ($this->production->plan($wanted(), $template ?? $batch->settings()->name, $delivered, $date) as $print) {
            $one = $placed->dequeue();
            yield new PlacedPrint($one, $print);
        }
    }
}
