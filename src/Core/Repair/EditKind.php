<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/** What can be done to a picture before it is framed. */
enum EditKind: string
{
    case Retouch = 'retouch';
    case Fill = 'fill';
    case Pen = 'pen';
    case CutOut = 'cutout';
    case Trim = 'trim';
    case Tone = 'tone';
    case Trace = 'trace';

    public function label(): string
    {
        return match ($this) {
            self::Retouch => 'Retouch',
            self::Fill => 'Fill',
            self::Pen => 'Pen',
            self::CutOut => 'Cut out',
            self::Trim => 'Trim',
            self::Tone => 'Tone',
            self::Trace => 'Outlines',
        };
    }
}
