<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** What becomes of the background of outlines. */
enum TraceGround: string
{
    case Keep = 'keep';
    case Drop = 'drop';
    /** Dropped where the picture is a design on a plain ground. */
    case Found = 'found';

    public function label(): string
    {
        return match ($this) {
            self::Keep => 'kept',
            self::Drop => 'left out',
            self::Found => 'left out where plain',
        };
    }
}
