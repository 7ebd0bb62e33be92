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
    /** Learned, for photographs and paintings with JPEG blocks. */
    case Mending = 'mending';
    /** Learned, for photographs and paintings with noise. */
    case Denoised = 'denoised';
    /** Learned, for soft sources: out of focus, or enlarged before. */
    case Focused = 'focused';
    /** Learned, for illustration, lettering and line art. */
    case Drawn = 'drawn';
    /** Learned, for drawings with JPEG blocks or noise. */
    case Redrawn = 'redrawn';
    /** Learned, for flat graphics: drawn, then laid onto the picture's own few colours. */
    case Rebuilt = 'rebuilt';
    /** Learned, for photographs and paintings: with texture that may have been there, which faithful leaves out. */
    case Textured = 'textured';

    /** Which networks all ways went by before some were trained anew. */
    public const NETWORKS_BEFORE = 3;

    public function label(): string
    {
        return match ($this) {
            self::Lanczos => 'Lanczos-3',
            self::Mitchell => 'Mitchell',
            self::Nearest => 'whole blocks',
            self::Faithful => 'faithful',
            self::Mending => 'mending',
            self::Denoised => 'denoised',
            self::Focused => 'focused',
            self::Drawn => 'drawn',
            self::Redrawn => 'redrawn',
            self::Rebuilt => 'rebuilt edges',
            self::Textured => 'textured',
        };
    }

    /** All of them, or those that can be used by a part, as a person writes them. */
    public static function names(bool $withStrength = false): string
    {
        $some = array_filter(self::cases(), static fn (self $one): bool => !$withStrength || $one->hasStrength());

        return implode(', ', array_map(static fn (self $one): string => $one->value, $some));
    }

    /** @return list<self> */
    public static function repairs(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $one): bool => $one->isRepair()));
    }

    /** Whether it takes away what was done to a picture. What is mended once is clean: it is doubled further by what clean ones go by. */
    public function isRepair(): bool
    {
        return \in_array($this, [self::Mending, self::Denoised, self::Focused, self::Redrawn], true);
    }

    /** What clean pictures of the same sort go by, which makes up the rest where this is used by a part. */
    public function forClean(): self
    {
        return match (true) {
            self::Redrawn === $this => self::Drawn,
            $this->isRepair(), self::Textured === $this => self::Faithful,
            default => $this,
        };
    }

    /** Goes up for a way when its own network is trained anew, since its pixels change: above all others, as the newest at work counts. */
    public function networks(): int
    {
        return match ($this) {
            self::Mending, self::Denoised, self::Focused, self::Drawn, self::Redrawn, self::Rebuilt => 6,
            default => self::NETWORKS_BEFORE,
        };
    }

    /** Whether it can be used by a part. */
    public function hasStrength(): bool
    {
        return $this->forClean() !== $this;
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
            default => true,
        };
    }
}
