<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\PrintSize;

/** Prints of several sizes on one wall, side by side and true to each other: in as many rows as they need, each on its own line. */
final readonly class GuidePlan
{
    /** Millimetres between prints, and below each for its name. */
    private const GAP = 90.0;
    public const NAME = 105.0;

    /** @param list<array{float, float}> $middles of each print, in millimetres from the middle of the wall's room */
    private function __construct(public array $middles)
    {
    }

    /**
     * @param non-empty-list<PrintSize> $prints frames and all; the order is kept
     *
     * @throws ImpossibleScene where there is no room for all of them
     */
    public static function of(array $prints, PrintSize $room): self
    {
        [$width, $height] = [$room->width->inMillimetres(), $room->height->inMillimetres()];
        $rows = self::rows($prints, $width);
        $high = array_map(static fn (array $row): float => self::NAME + max(array_map(
            static fn (int $i): float => $prints[$i]->height->inMillimetres(),
            $row,
        )), $rows);
        $all = array_sum($high) + self::GAP * (\count($rows) - 1);
        $widest = max(array_map(static fn (PrintSize $one): float => $one->width->inMillimetres(), $prints));
        if ($all > $height || $widest > $width) {
            throw ImpossibleScene::because('The wall has no room for all of these sizes; choose fewer.');
        }
        $middles = [];
        $top = -$all / 2;
        foreach ($rows as $number => $row) {
            $line = $top + $high[$number] - self::NAME;
            $left = -(array_sum(array_map(
                static fn (int $i): float => $prints[$i]->width->inMillimetres(),
                $row,
            )) + self::GAP * (\count($row) - 1)) / 2;
            foreach ($row as $i) {
                [$wide, $tall] = [$prints[$i]->width->inMillimetres(), $prints[$i]->height->inMillimetres()];
                $middles[$i] = [$left + $wide / 2, $line - $tall / 2];
                $left += $wide + self::GAP;
            }
            $top += $high[$number] + self::GAP;
        }
        ksort($middles);

        return new self(array_values($middles));
    }

    /**
     * @param non-empty-list<PrintSize> $prints
     *
     * @return non-empty-list<non-empty-list<int>> their numbers
     */
    private static function rows(array $prints, float $width): array
    {
        $rows = [];
        $row = [0];
        $used = $prints[0]->width->inMillimetres();
        foreach (\array_slice($prints, 1) as $before => $print) {
            $wide = self::GAP + $print->width->inMillimetres();
            if ($used + $wide > $width) {
                $rows[] = $row;
                $row = [];
                $used = -self::GAP;
            }
            $row[] = $before + 1;
            $used += $wide;
        }
        $rows[] = $row;

        return $rows;
    }
}
