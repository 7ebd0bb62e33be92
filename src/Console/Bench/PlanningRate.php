<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Product;

/** How many placements the planner decides in a second, and whether that stays so for many. */
final readonly class PlanningRate implements Measurement
{
    private const COUNTS = [1_000, 5_000, 20_000, 100_000];

    public function __construct(private PlacementPlanner $planner)
    {
    }

    public function name(): string
    {
        return 'plan';
    }

    public function title(): string
    {
        return 'Planning: placements of random pictures on the standard products, half of them with a keep box';
    }

    public function measure(\Closure $say): void
    {
        $products = array_values(Catalogue::standard()->products);
        $this->plan(500, $products);
        $rates = [];
        foreach (self::COUNTS as $count) {
            $began = microtime(true);
            $this->plan($count, $products);
            $seconds = microtime(true) - $began;
            $rates[] = $count / $seconds;
            $say(\sprintf('%7s placements in %6.3f s: %s a second', number_format($count), $seconds, number_format($count / $seconds)));
        }
        $say(\sprintf('slowest rate is %.2f of the fastest', min($rates) / max($rates)));
    }

    /** @param list<Product> $products */
    private function plan(int $count, array $products): void
    {
        mt_srand(1);
        $kinds = Kind::cases();
        for ($i = 0; $i < $count; ++$i) {
            $artwork = new Artwork(new PixelSize(mt_rand(300, 12_000), mt_rand(300, 12_000)), $kinds[$i % \count($kinds)]);
            $request =
                0 === $i % 2
                    ? PlacementRequest::none()
                    : new PlacementRequest(keep: [new FractionBox(mt_rand(0, 50) / 100, mt_rand(0, 50) / 100, 0.3, 0.3)]);
            $this->planner->plan($artwork, $products[$i % \count($products)], $request);
        }
    }
}
