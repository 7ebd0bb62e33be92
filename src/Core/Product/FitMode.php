<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

/** Whether a picture covers a product or is shown whole on it. */
enum FitMode: string
{
    case Fill = 'fill';
    case Whole = 'whole';

    public function label(): string
    {
        return match ($this) {
            self::Fill => 'Fill',
            self::Whole => 'Whole',
        };
    }
}
