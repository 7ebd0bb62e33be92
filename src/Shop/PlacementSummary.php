<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Shop\Entity\BatchArtwork;

/** What a placement comes down to: the figures that a batch is counted, filtered and ordered by, without its plan. */
final readonly class PlacementSummary
{
    private function __construct(
        public BatchArtwork $artwork,
        public Product $product,
        public Verdict $verdict,
        public float $effectivePpi,
        /** Linear, from the crop to the product's target. */
        public float $enlargement,
        /** Of the picture, 0 to 1. */
        public float $keptShare,
        public bool $keepsBox,
        public bool $isExcluded,
        public bool $isLookedAt,
        /** Names the framing that it shares with the products of its family. */
        public string $framingKey,
        /** @var array<int, string> the recipes' hashes by piece, 0 where it is one; empty where there is no file to make */
        public array $recipes,
    ) {
    }

    /** @param array<int, string> $recipes by piece */
    public static function of(PlannedPlacement $placed, array $recipes): self
    {
        $placement = $placed->placement;

        return new self(
            $placed->artwork,
            $placed->product,
            $placement->verdict,
            $placement->effective->value,
            $placement->enlargement,
            $placement->keptShare,
            $placement->keepsBox,
            $placed->isExcluded(),
            $placed->isLookedAt(),
            $placed->framingKey(),
            $recipes,
        );
    }

    public function key(int $piece = 0): PlacementKey
    {
        return new PlacementKey((string) $this->artwork->id(), $this->product->code, $piece);
    }

    public function isShort(): bool
    {
        return Verdict::Short === $this->verdict;
    }

    /** Of the picture, 0 to 1. */
    public function lostShare(): float
    {
        return 1 - $this->keptShare;
    }

    /** Worth a look: not left out, not short, and never seen. */
    public function wantsLook(): bool
    {
        return !$this->isExcluded && !$this->isShort() && !$this->isLookedAt;
    }

    /** @return array{string, float, float, float, bool, bool, bool, string, array<int, string>} for the cache */
    public function toRow(): array
    {
        return [
            $this->verdict->value,
            $this->effectivePpi,
            $this->enlargement,
            $this->keptShare,
            $this->keepsBox,
            $this->isExcluded,
            $this->isLookedAt,
            $this->framingKey,
            $this->recipes,
        ];
    }

    /** @param array{string, float, float, float, bool, bool, bool, string, array<int, string>} $row */
    public static function ofRow(BatchArtwork $artwork, Product $product, array $row): self
    {
        return new self($artwork, $product, Verdict::from($row[0]), ...\array_slice($row, 1));
    }
}
