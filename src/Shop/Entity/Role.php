<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

/** What a person may do: each may what those before may. */
enum Role: string
{
    /** Looks and downloads. */
    case Viewer = 'viewer';

    /** Does all work of a shop, but people and products. */
    case Operator = 'operator';

    case Owner = 'owner';

    public function label(): string
    {
        return match ($this) {
            self::Viewer => 'Viewer: looks and downloads',
            self::Operator => 'Operator: all but people and products',
            self::Owner => 'Owner: everything',
        };
    }

    /** As Symfony's security knows it. */
    public function name(): string
    {
        return 'ROLE_'.strtoupper($this->value);
    }
}
