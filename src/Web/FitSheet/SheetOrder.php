<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\PlacedArtwork;

/** In which order rows stand. */
enum SheetOrder: string
{
    case Name = 'name';
    case Kind = 'kind';
    case Pixels = 'pixels';
    case LeastPpi = 'least-ppi';
    case MostEnlarged = 'most-enlarged';
    case MostLost = 'most-lost';
    case Shorts = 'shorts';

    public function label(): string
    {
        return match ($this) {
            self::Name => 'name',
            self::Kind => 'kind',
            self::Pixels => 'pixels, most first',
            self::LeastPpi => 'least ppi',
            self::MostEnlarged => 'most enlarged',
            self::MostLost => 'most lost',
            self::Shorts => 'most short',
        };
    }

    /**
     * @param list<SheetRow> $rows
     *
     * @return list<SheetRow>
     */
    public function sort(array $rows): array
    {
        if (self::Name === $this) {
            return $rows;
        }
        $keys = array_map($this->key(...), $rows);
        asort($keys);

        return array_map(static fn (int $i): SheetRow => $rows[$i], array_keys($keys));
    }

    private function key(SheetRow $row): string|float
    {
        return match ($this) {
            self::Name => $row->artwork->fileName(),
            self::Kind => $row->artwork->kind()->value,
            self::Pixels => -$row->artwork->artwork()->size->pixels(),
            self::LeastPpi => min([1e9, ...array_map(static fn (PlacedArtwork $placed): float => $placed->placement->effective->value, $row->cells)]),
            self::MostEnlarged => self::most($row, static fn (PlacedArtwork $placed): float => $placed->placement->enlargement),
            self::MostLost => self::most($row, static fn (PlacedArtwork $placed): float => 1 - $placed->placement->keptShare),
            self::Shorts => -\count(array_filter($row->cells, static fn (PlacedArtwork $placed): bool => $placed->isShort())),
        };
    }

    /** @param \Closure(PlacedArtwork): float $figure */
    private static function most(SheetRow $row, \Closure $figure): float
    {
        return -max([0.0, ...array_map($figure, $row->cells)]);
    }
}
