<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

/** How far a preview is. */
enum PreviewState: string
{
    /** Ordered of the workers. */
    case Waiting = 'waiting';
    case Made = 'made';
    case Failed = 'failed';
}
