<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

/** How far a wanted print file is. */
enum PrintFileState: string
{
    /** Wanted, not yet handed out. */
    case Waiting = 'waiting';
    /** Handed to the workers' lane. */
    case Queued = 'queued';
    case Making = 'making';
    /** Made and checked. */
    case Made = 'made';
    /** Nothing changed since it was made: the delivered file stands. */
    case Unchanged = 'unchanged';
    /** The crop has too few pixels: rightly no file. */
    case Short = 'short';
    case Failed = 'failed';
    case Cancelled = 'cancelled';

    /** @return list<self> as a person wants to see a run's files */
    public static function inOrder(): array
    {
        return [
            self::Making, self::Failed, self::Queued, self::Waiting, self::Made, self::Unchanged, self::Cancelled, self::Short,
        ];
    }

    public function isOpen(): bool
    {
        return match ($this) {
            self::Waiting, self::Queued, self::Making => true,
            default => false,
        };
    }

    public function isDelivered(): bool
    {
        return self::Made === $this || self::Unchanged === $this;
    }
}
