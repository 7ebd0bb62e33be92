<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** What sort of picture an artwork is; every later choice depends on it. */
enum Kind: string
{
    case Photo = 'photo';
    case Illustration = 'illustration';
    case FlatGraphic = 'flat-graphic';
    case LineArt = 'line-art';
    case PixelArt = 'pixel-art';

    public function label(): string
    {
        return str_replace('-', ' ', $this->value);
    }

    public function withArticle(): string
    {
        return match ($this) {
            self::Photo, self::FlatGraphic => 'a '.$this->label(),
            self::Illustration => 'an '.$this->label(),
            self::LineArt, self::PixelArt => $this->label(),
        };
    }

    /** Whether colours pass softly into one another, as cameras and brushes leave them. */
    public function isShaded(): bool
    {
        return self::Photo === $this || self::Illustration === $this;
    }

    /** The largest linear enlargement that this kind usually bears (common practice). */
    public function usualLimit(): float
    {
        return match ($this) {
            self::Photo => 4.0,
            self::Illustration => 6.0,
            self::FlatGraphic, self::LineArt => 8.0,
            self::PixelArt => 16.0,
        };
    }
}
