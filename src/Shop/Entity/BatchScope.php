<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

/** Where a batch is found. */
enum BatchScope: string
{
    case Open = 'open';
    case Archived = 'archived';
    case Deleted = 'deleted';

    public function label(): string
    {
        return match ($this) {
            self::Open => 'On the counter',
            self::Archived => 'Archived',
            self::Deleted => 'Deleted',
        };
    }
}
