<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** Where a picture that is shown whole lies on a product. */
enum Alignment: string
{
    case Centre = 'centre';
    /** On apparel, where a design starts near the collar (common practice). */
    case Top = 'top';

    public function label(): string
    {
        return match ($this) {
            self::Centre => 'in the middle',
            self::Top => 'at the top, centred',
        };
    }

    /** Share of the free height that is above the picture. */
    public function above(): float
    {
        return match ($this) {
            self::Centre => 0.5,
            self::Top => 0.0,
        };
    }
}
