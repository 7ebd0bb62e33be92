<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Shop\PlacementSummary;

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

    /** Whether it goes by figures of placements, so that one product's can be asked for. */
    public function goesByPlacements(): bool
    {
        return match ($this) {
            self::LeastPpi, self::MostEnlarged, self::MostLost => true,
            default => false,
        };
    }

    /**
     * @param list<non-empty-list<PlacementSummary>> $rows
     * @param ?string                             $on   a product's code: its figures alone decide
     *
     * @return list<non-empty-list<PlacementSummary>>
     */
    public function sort(array $rows, ?string $on): array
    {
        if (self::Name === $this) {
            return $rows;
        }
        $keys = array_map(fn (array $row): string|float => $this->key($row, $on), $rows);
        asort($keys);

        return array_map(static fn (int $i): array => $rows[$i], array_keys($keys));
    }

    /** @param non-empty-list<PlacementSummary> $row */
    private function key(array $row, ?string $on): string|float
    {
        $asked = null === $on ? $row : array_filter($row, static fn (PlacementSummary $one): bool => $on === $one->product->code);

        return match ($this) {
            self::Name => $row[0]->artwork->fileName(),
            self::Kind => $row[0]->artwork->kind()->value,
            self::Pixels => -$row[0]->artwork->artwork()->size->pixels(),
            self::LeastPpi => min([1e9, ...array_map(static fn (PlacementSummary $one): float => $one->effectivePpi, $asked)]),
            self::MostEnlarged => -max([0.0, ...array_map(static fn (PlacementSummary $one): float => $one->enlargement, $asked)]),
            self::MostLost => -max([0.0, ...array_map(static fn (PlacementSummary $one): float => $one->lostShare(), $asked)]),
            self::Shorts => -\count(array_filter($row, static fn (PlacementSummary $one): bool => $one->isShort())),
        };
    }
}
