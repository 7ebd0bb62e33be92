<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** Paints that walls are proposed in. */
enum Wall: string
{
    case Chalk = 'f0eee9';
    case Linen = 'e4ded2';
    case Sea = 'c4d1d3';
    case Sage = 'c1cabd';
    case Clay = 'd6b39c';
    case Dusk = '56626d';

    public function label(): string
    {
        return $this->name;
    }
}
