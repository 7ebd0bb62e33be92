<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Repair\Mark;
use Snugfit\Pixels\Vips\Image;

/** What marks made of a ground, kept for the next mark: to follow all of them again takes longer, the more there are. */
final class MarkedGrounds
{
    private const MOST = 4;

    /** @var array<string, array{Image, ?Image}> the oldest first */
    private array $kept = [];

    /**
     * @param string     $start names the ground before any mark
     * @param list<Mark> $marks
     *
     * @return ?array{int, Image, ?Image} how many of the marks are in it, the ground, and what is ground by their word; null where
     *                                    nothing is kept
     */
    public function before(string $start, array $marks): ?array
    {
        for ($count = \count($marks); $count > 0; --$count) {
            $kept = $this->kept[self::key($start, \array_slice($marks, 0, $count))] ?? null;
            if (null !== $kept) {
                return [$count, ...$kept];
            }
        }

        return null;
    }

    /** @param list<Mark> $marks */
    public function keep(string $start, array $marks, Image $ground, ?Image $more): void
    {
        $key = self::key($start, $marks);
        unset($this->kept[$key]);
        $this->kept = \array_slice([...$this->kept, $key => [$ground, $more]], -self::MOST, preserve_keys: true);
    }

    /** @param list<Mark> $marks */
    private static function key(string $start, array $marks): string
    {
        $said = array_map(static fn (Mark $mark): array => $mark->toArray(), $marks);

        return hash('xxh128', $start.json_encode($said, \JSON_THROW_ON_ERROR));
    }
}
