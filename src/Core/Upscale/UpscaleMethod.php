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
    /** Learned, for photographs and paintings: with texture that may have been there, which faithful leaves out. */
    case Textured = 'textured';

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
            self::Textured => 'textured',
        };
    }

    /** Whether it can be used by a part, faithful making up the rest. */
    public function hasStrength(): bool
    {
        return self::Mending === $this || self::Textured === $this;
    }

    /** Whether the mean over all turns and mirrorings is better: of texture nothing would be left. */
    public function hasBest(): bool
    {
        return $this->isLearned() && self::Textured !== $this;
    }

    public function isLearned(): bool
    {
        return match ($this) {
            self::Lanczos, self::Mitchell, self::Nearest => false,
            self::Faithful, self::Mending, self::Drawn, self::Rebuilt, self::Textured => true,
        };
    }
}
