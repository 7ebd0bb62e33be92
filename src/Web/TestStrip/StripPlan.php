<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Core\Recipe\ReferencePrint;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Upscale\KeptOffTexture;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Web\Trace\TracedArtwork;

/** What a placement would be printed as by each way of enlarging. */
final readonly class StripPlan
{
    /** The master's very pixels, as blocks. */
    public const SOURCE = 'source';

    /** By the way in use, and by another where a person painted. */
    public const PRINTED = 'printed';

    /** The same picture at its full size, where someone gave it. */
    public const REFERENCE = 'reference';

    /** Its outlines, at the print's pixels. */
    public const OUTLINES = 'outlines';

    private const WAYS = [
        'lanczos',
        'mitchell',
        'faithful',
        'faithful-quick',
        'faithful-best',
        'textured',
        'textured-80',
        'textured-60',
        'textured-40',
        'textured-20',
        'mending',
        'mending-25',
        'mending-50',
        'mending-75',
        'mending-best',
        'denoised',
        'denoised-75',
        'denoised-50',
        'focused',
        'focused-75',
        'focused-50',
        'drawn',
        'drawn-best',
        'redrawn',
        'redrawn-75',
        'redrawn-50',
        'rebuilt',
        'nearest',
    ];

    public function __construct(private RecipeBuilder $recipes)
    {
    }

    /** @return list<UpscaleSettings> what can be a column */
    public static function ways(): array
    {
        return array_values(array_filter(array_map(UpscaleSettings::ofCode(...), self::WAYS)));
    }

    /** @return list<UpscaleSettings> what painted parts can go by: those, and whatever they go by or are proposed to */
    public static function waysIn(?UpscaleRegion ...$regions): array
    {
        $ways = [];
        $ofRegions = array_map(static fn (UpscaleRegion $region): UpscaleSettings => $region->settings, array_filter($regions));
        foreach ([...self::ways(), ...array_values($ofRegions)] as $way) {
            $ways[$way->code()] ??= $way;
        }

        return array_values($ways);
    }

    public function current(PlannedPlacement $placed): UpscaleSettings
    {
        return $placed->effective->upscaleSettings() ?? UpscaleChoice::for($placed->artwork->kind(), $placed->artwork->facts())->settings;
    }

    /** Null where the placement is short, so that nothing is printed. */
    public function recipe(PlannedPlacement $placed, UpscaleSettings $upscale, ?UpscaleRegion $area = null): ?Recipe
    {
        try {
            return $this->recipes
                ->recipeFor($placed->placement, $placed->artwork->facts(), new RenderOptions(
                    upscale: $upscale,
                    region: $area,
                    repair: $placed->artwork->edits(),
                ))
                ->enlargedBy($upscale, $area ?? KeptOffTexture::in($upscale, $placed->artwork->facts()))
                ->unmounted();
        } catch (ImpossibleRecipe) {
            return null;
        }
    }

    /**
     * @param string $column a way's code, or one of the constants
     *
     * @return ?StripImage null where nothing is printed, or there is no such column
     */
    public function picture(PlannedPlacement $placed, string $column): ?StripImage
    {
        $master = $placed->artwork->master();
        // It lies beside the master's whole picture; of a trimmed one it shows another part.
        $reference = $placed->artwork->comparedTo();
        if (self::REFERENCE === $column) {
            $recipe = null === $reference ? null : $this->recipe($placed, new UpscaleSettings(UpscaleMethod::Lanczos));

            return null === $reference || null === $recipe
                ? null
                : new StripImage($reference->file, (new ReferencePrint($reference))->recipe($recipe));
        }
        if (self::OUTLINES === $column) {
            $recipe = self::hasOutlines($placed) ? $this->recipe($placed, new UpscaleSettings(UpscaleMethod::Lanczos)) : null;

            return null === $recipe ? null : new StripImage($master, self::traced($recipe, $placed->artwork));
        }
        $way = match ($column) {
            self::SOURCE => new UpscaleSettings(UpscaleMethod::Nearest),
            self::PRINTED => $this->current($placed),
            default => UpscaleSettings::ofCode($column),
        };
        $recipe =
            null === $way ? null : $this->recipe($placed, $way, self::PRINTED === $column ? $placed->artwork->upscaleRegion() : null);

        return null === $recipe ? null : new StripImage($master, $recipe);
    }

    /** Outlines are proposed where they are likely to suit. */
    public static function hasOutlines(PlannedPlacement $placed): bool
    {
        return !$placed->placement->artwork->isVector
            && \in_array($placed->artwork->kind(), [Kind::FlatGraphic, Kind::LineArt], true);
    }

    /** The same part of the picture as a drawing, which is counted on a grid of its own. */
    private static function traced(Recipe $recipe, BatchArtwork $artwork): Recipe
    {
        $frame = $recipe->frame;
        $times = Master::VECTOR_GRID / $frame->picture->longSide();
        $size = $frame->picture->scaled($times);
        $posed = $frame->transform->size($size);
        $cut = $frame->crop->size()->scaled($times);
        [$width, $height] = [min($posed->width, $cut->width), min($posed->height, $cut->height)];
        $crop = new PixelWindow(
            max(0, min($posed->width - $width, (int) round($frame->crop->x * $times))),
            max(0, min($posed->height - $height, (int) round($frame->crop->y * $times))),
            $width,
            $height,
        );

        return new Recipe(
            new Frame($size, $crop, $frame->transform),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $recipe->enlarge->to),
            $recipe->write,
            null,
            $recipe->finish,
            $artwork->edits()->tracedBy(TracedArtwork::tracing($artwork) ?? new Tracing(isForced: false))->effective(),
        );
    }

    /** Whether a column of this name can be asked for. */
    public static function isColumn(string $column): bool
    {
        return \in_array($column, [self::SOURCE, self::PRINTED, self::REFERENCE], true) || null !== UpscaleSettings::ofCode($column);
    }
}
