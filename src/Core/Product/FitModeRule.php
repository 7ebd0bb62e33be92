<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** How pictures sit on a product where nobody says otherwise. */
enum FitModeRule: string
{
    /** Wall art and photo prints: the picture covers all of it. */
    case Fill = 'fill';
    /** Apparel, stickers: things that a design is laid on. */
    case Whole = 'whole';
    /** Things that are printed all over with a photo or a pattern, but carry a design whole. */
    case ByPicture = 'picture';

    public function label(): string
    {
        return match ($this) {
            self::Fill => 'fill',
            self::Whole => 'whole',
            self::ByPicture => 'by picture',
        };
    }

    /** @param bool $isDesign whether the picture is transparent or stands on a plain ground */
    public function for(bool $isDesign): FitMode
    {
        return match ($this) {
            self::Fill => FitMode::Fill,
            self::Whole => FitMode::Whole,
            self::ByPicture => $isDesign ? FitMode::Whole : FitMode::Fill,
        };
    }
}
