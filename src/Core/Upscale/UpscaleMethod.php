<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

/** How pixels are made where the crop has too few. */
enum UpscaleMethod: string
{
    case Lanczos = 'lanczos';
    case Mitchell = 'mitchell';
    case Nearest = 'nearest';
    /** Learned, for clean sources: adds nothing that is not there. */
    case Faithful = 'faithful';
    /** Learned, for sources with JPEG blocks or noise. */
    case Mending = 'mending';
    /** Learned, for illustration, lettering and line art. */
    case Drawn = 'drawn';
    /** Learned, for flat graphics: drawn, then laid onto the picture's own few colours. */
    case Rebuilt = 'rebuilt';

    /** Of the networks that ship with the project: goes up when they are trained anew, since their pixels change. */
    public const NETWORKS = 3;

    public function label(): string
    {
        return match ($this) {
            self::Lanczos => 'Lanczos-3',
            self::Mitchell => 'Mitchell',
            self::Nearest => 'whole blocks',
            self::Faithful => 'faithful',
            self::Mending => 'mending',
            self::Drawn => 'drawn',
            self::Rebuilt => 'rebuilt edges',
        };
    }

    public function isLearned(): bool
    {
        return match ($this) {
            self::Lanczos, self::Mitchell, self::Nearest => false,
            self::Faithful, self::Mending, self::Drawn, self::Rebuilt => true,
        };
    }
}
