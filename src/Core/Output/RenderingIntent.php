<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

/** What gives way where a colour cannot be printed (ICC.1:2022, rendering intents). */
enum RenderingIntent: string
{
    case Perceptual = 'perceptual';
    case Relative = 'relative';
    case Saturation = 'saturation';
    case Absolute = 'absolute';

    public function label(): string
    {
        return match ($this) {
            self::Perceptual => 'perceptual',
            self::Relative => 'relative colorimetric',
            self::Saturation => 'saturation',
            self::Absolute => 'absolute colorimetric',
        };
    }
}
