<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Product\Product;

/** Writes down how a placement's print file is made. */
final readonly class RecipeWriter
{
    /**
     * @param ?Format    $format the person's choice; the product's own where null
     * @param ?WayChoice $how    the person's choice; what suits the picture where null
     *
     * @throws ImpossibleRecipe where the placement is short, or the format cannot hold the print
     */
    public function recipeFor(Placement $placement, MasterFacts $facts, ?Format $format = null, ?WayChoice $how = null): Recipe
    {
        $output = $placement->output ?? throw ImpossibleRecipe::short($placement->product->code);
        $format ??= $this->usualFormat($placement->product, $facts->isTransparent);
        if ($output->size->longSide() > $format->longestSide()) {
            throw ImpossibleRecipe::tooLong($output->size, $format);
        }

        return new Recipe(
            new Frame($facts->size, $placement->crop, $placement->pose),
            new Enlarge($this->how($placement, $facts, $how), $output->pictureSize()),
            new Write(
                $format,
                $output->ppi,
                $facts->bits > 8 && $format->keepsSixteenBits() ? 16 : 8,
                $facts->isTransparent && $format->keepsTransparency() && $placement->product->wantsTransparency,
            ),
            null === $output->lay ? null : new Mount($output->size, $output->lay),
        );
    }

    /** What is not enlarged is made the same way whatever was chosen, so that a choice makes nothing again for nothing. */
    private function how(Placement $placement, MasterFacts $facts, ?WayChoice $how): WayChoice
    {
        $isEnlarged = !$facts->format->isVector() && null !== $placement->output && !$placement->crop->size()->covers($placement->output->pictureSize());

        return $isEnlarged ? $how ?? WayChoice::for($placement->artwork->kind, $facts) : new WayChoice(Way::Lanczos);
    }

    /** The product's first format; for transparent artwork on a product that wants it, the first that keeps transparency. */
    private function usualFormat(Product $product, bool $isTransparent): Format
    {
        foreach ($product->formats as $format) {
            if (!$isTransparent || !$product->wantsTransparency || $format->keepsTransparency()) {
                return $format;
            }
        }

        return $product->formats[0];
    }
}
