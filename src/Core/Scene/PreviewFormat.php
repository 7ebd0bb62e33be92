<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** What previews are written as. */
enum PreviewFormat: string
{
    case Jpeg = 'jpg';
    case Png = 'png';
    case Webp = 'webp';

    public function mimeType(): string
    {
        return match ($this) {
            self::Jpeg => 'image/jpeg',
            self::Png => 'image/png',
            self::Webp => 'image/webp',
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Jpeg => 'JPEG',
            self::Png => 'PNG',
            self::Webp => 'WebP',
        };
    }
}
