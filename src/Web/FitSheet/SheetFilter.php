<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Fit\Verdict;
use Snugfit\Shop\PlacedArtwork;

/** Which placements a person wants to see. */
enum SheetFilter: string
{
    case All = 'all';
    case Short = 'short';
    case Grow = 'grow';
    case Loses = 'loses';
    case NotLookedAt = 'not-looked-at';

    /** A crop that loses more than this share of the picture is worth a look (common practice: a fifth). */
    private const MUCH = 0.2;

    public function label(): string
    {
        return match ($this) {
            self::All => 'All',
            self::Short => 'Short',
            self::Grow => 'Grow',
            self::Loses => 'Loses over 20%',
            self::NotLookedAt => 'Not looked at',
        };
    }

    public function matches(PlacedArtwork $placed): bool
    {
        return match ($this) {
            self::All => true,
            self::Short => $placed->isShort(),
            self::Grow => Verdict::Grow === $placed->placement->verdict || Verdict::GrowToFloor === $placed->placement->verdict,
            self::Loses => 1 - $placed->placement->keptShare > self::MUCH,
            self::NotLookedAt => $placed->wantsLook(),
        };
    }
}
