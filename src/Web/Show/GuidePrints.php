<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\ProductShape;
use Snugfit\Pixels\Job\GuidePrint;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Work\Child\StoredMasters;

/** The prints of one picture that can hang side by side: what it is offered as, the smallest first. */
final readonly class GuidePrints
{
    public function __construct(
        private BatchPlanner $sheet,
        private ProductionPlanner $production,
        private StoredMasters $masters,
    ) {
    }

    /** @return list<PlannedPlacement> that are printed, and hang on walls */
    public function offered(Batch $batch, BatchArtwork $artwork): array
    {
        $offered = [];
        foreach ($this->sheet->products($batch) as $product) {
            $placed = $this->sheet->place($artwork, $product);
            $shape = ProductShape::of($product);
            if (!$placed->isExcluded() && !$placed->isShort() && (ProductShape::Sheet === $shape || ProductShape::Canvas === $shape)
                && $this->production->decide($placed->wanted()) instanceof Recipe) {
                $offered[] = $placed;
            }
        }
        $area = static fn (PlannedPlacement $one): float => self::area($one->placement->product->trim);
        usort($offered, static fn (PlannedPlacement $a, PlannedPlacement $b): int => $area($a) <=> $area($b));

        return $offered;
    }

    /**
     * One that stands upright, one that lies, and a square: the largest of each.
     *
     * @param list<PlannedPlacement> $offered
     *
     * @return list<PlannedPlacement>
     */
    public static function pair(array $offered): array
    {
        $largest = [];
        foreach ($offered as $one) {
            $largest[$one->placement->product->orientation()->value] = $one;
        }
        $order = [Orientation::Portrait->value, Orientation::Landscape->value, Orientation::Square->value];

        return array_values(array_filter(array_map(static fn (string $way): ?PlannedPlacement => $largest[$way] ?? null, $order)));
    }

    /**
     * @param non-empty-list<PlannedPlacement>   $placed
     * @param \Closure(PrintSize): string $written
     *
     * @return non-empty-list<GuidePrint>
     */
    public function jobs(array $placed, \Closure $written): array
    {
        return array_map(function (PlannedPlacement $one) use ($written): GuidePrint {
            $recipe = $this->production->decide($one->wanted());

            return new GuidePrint(
                $this->masters->of($one->artwork->master()),
                $recipe instanceof Recipe ? $recipe : throw new \LogicException('What is offered has a recipe.'),
                PrintBody::of($one->placement->product),
                $written($one->placement->product->trim),
            );
        }, $placed);
    }

    private static function area(PrintSize $size): float
    {
        return $size->width->inMillimetres() * $size->height->inMillimetres();
    }
}
