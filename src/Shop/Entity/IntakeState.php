<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

/** How far the reading of a master is. */
enum IntakeState: string
{
    case Reading = 'reading';
    case Read = 'read';
    case Unreadable = 'unreadable';
}
