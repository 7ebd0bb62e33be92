<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\MakingWishes;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeWriter;
use Snugfit\Core\Recipe\Way;
use Snugfit\Core\Recipe\WayArea;
use Snugfit\Core\Recipe\WayChoice;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\PlacedArtwork;
use Snugfit\Shop\Shelf;
use Snugfit\Shop\Sitting;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** What a placement would be printed as by each way of enlarging. */
final readonly class StripPlan
{
    /** The master's very pixels, as blocks. */
    public const SOURCE = 'source';

    /** By the way in use, and by another where a person painted. */
    public const PRINTED = 'printed';

    /** The same picture at its full size, where someone gave it. */
    public const REFERENCE = 'reference';

    private const WAYS = ['lanczos', 'mitchell', 'faithful', 'faithful-quick', 'faithful-best', 'mending', 'mending-25', 'mending-50', 'mending-75', 'mending-best', 'drawn', 'drawn-best', 'rebuilt', 'nearest'];

    public function __construct(private FitSheet $sheet, private Shelf $shelf, private RecipeWriter $recipes)
    {
    }

    /** @return list<WayChoice> what can be a column */
    public static function ways(): array
    {
        return array_values(array_filter(array_map(WayChoice::ofCode(...), self::WAYS)));
    }

    /** @throws NotFoundHttpException */
    public function placed(Batch $batch, BatchArtwork $artwork, string $product): PlacedArtwork
    {
        $shelved = $this->shelf->find($product);
        if (null === $shelved || $artwork->batch() !== $batch) {
            throw new NotFoundHttpException();
        }

        return $this->sheet->place($artwork, $shelved->product());
    }

    public function current(PlacedArtwork $placed): WayChoice
    {
        return $placed->sitting->how() ?? WayChoice::for($placed->artwork->kind(), $placed->artwork->facts());
    }

    /** Null where the placement is short, so that nothing is printed. */
    public function recipe(PlacedArtwork $placed, WayChoice $how, ?WayArea $area = null): ?Recipe
    {
        try {
            return $this->recipes->recipeFor($placed->placement, $placed->artwork->facts(), new MakingWishes(how: $how, area: $area))->enlargedBy($how, $area)->unmounted();
        } catch (ImpossibleRecipe) {
            return null;
        }
    }

    /**
     * @param string $column a way's code, or one of the constants
     *
     * @return ?StripPicture null where nothing is printed, or there is no such column
     */
    public function picture(PlacedArtwork $placed, string $column): ?StripPicture
    {
        $master = $placed->artwork->master();
        $reference = $placed->artwork->reference();
        if (self::REFERENCE === $column) {
            $recipe = null === $reference ? null : $this->recipe($placed, new WayChoice(Way::Lanczos));

            return null === $reference || null === $recipe ? null : new StripPicture($reference->file, $reference->recipe($recipe));
        }
        $way = match ($column) {
            self::SOURCE => new WayChoice(Way::Nearest),
            self::PRINTED => $this->current($placed),
            default => WayChoice::ofCode($column),
        };
        $recipe = null === $way ? null : $this->recipe($placed, $way, self::PRINTED === $column ? $placed->artwork->memo(Sitting::PICTURE)->area : null);

        return null === $recipe ? null : new StripPicture($master, $recipe);
    }

    /** Whether a column of this name can be asked for. */
    public static function isColumn(string $column): bool
    {
        return \in_array($column, [self::SOURCE, self::PRINTED, self::REFERENCE], true) || null !== WayChoice::ofCode($column);
    }
}
