<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\PlacedArtwork;

/** The placements of a batch one after the other, as the framing room goes through them. */
final readonly class Walk
{
    /** @param list<PlacedArtwork> $all */
    private function __construct(private array $all, public int $at)
    {
    }

    public static function through(Batch $batch, FitSheet $sheet, PlacedArtwork $here): self
    {
        $all = array_values(array_filter($sheet->placements($batch), static fn (PlacedArtwork $placed): bool => !$placed->isExcluded() || self::same($placed, $here)));
        foreach ($all as $at => $placed) {
            if (self::same($placed, $here)) {
                return new self($all, $at);
            }
        }

        return new self([$here], 0);
    }

    public function count(): int
    {
        return \count($this->all);
    }

    public function before(): ?PlacedArtwork
    {
        return $this->all[$this->at - 1] ?? null;
    }

    public function after(): ?PlacedArtwork
    {
        return $this->all[$this->at + 1] ?? null;
    }

    /** The next that was not looked at: further on first, then from the beginning. */
    public function next(): ?PlacedArtwork
    {
        foreach ([...\array_slice($this->all, $this->at + 1), ...\array_slice($this->all, 0, $this->at)] as $placed) {
            if ($placed->wantsLook()) {
                return $placed;
            }
        }

        return null;
    }

    private static function same(PlacedArtwork $one, PlacedArtwork $other): bool
    {
        return $one->artwork === $other->artwork && $one->product->code === $other->product->code;
    }
}
