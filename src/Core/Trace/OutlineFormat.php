<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** What outlines are taken away as. */
enum OutlineFormat: string
{
    case Svg = 'svg';
    case Pdf = 'pdf';
    case Eps = 'eps';
    case Png = 'png';

    public function isVector(): bool
    {
        return self::Png !== $this;
    }

    public function mimeType(): string
    {
        return match ($this) {
            self::Svg => 'image/svg+xml',
            self::Pdf => 'application/pdf',
            self::Eps => 'application/postscript',
            self::Png => 'image/png',
        };
    }
}
