<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** Which end of a line lies where it is placed. */
enum TextAlignment: string
{
    case Left = 'left';
    case Centre = 'centre';
    case Right = 'right';

    /** Share of a line's width that lies left of its place. */
    public function before(): float
    {
        return match ($this) {
            self::Left => 0.0,
            self::Centre => 0.5,
            self::Right => 1.0,
        };
    }
}
