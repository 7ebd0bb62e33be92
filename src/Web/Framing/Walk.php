<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\FitSheet;
use Snugfit\Shop\PlacedArtwork;

/** The framings of a batch one after the other, as the framing room goes through them: each family of an artwork once. */
final readonly class Walk
{
    /** @param list<PlacedArtwork> $stops the first placement of each framing */
    private function __construct(private array $stops, public int $at)
    {
    }

    public static function through(Batch $batch, FitSheet $sheet, PlacedArtwork $here): self
    {
        $stops = [];
        foreach ($sheet->placements($batch) as $placed) {
            $key = $placed->framingKey();
            $isHere = self::same($placed, $here);
            if (($isHere || !$placed->isExcluded()) && ($isHere || !isset($stops[$key]) || (!self::same($stops[$key], $here) && !$stops[$key]->wantsLook() && $placed->wantsLook()))) {
                $stops[$key] = $placed;
            }
        }
        $stops = array_values($stops);
        foreach ($stops as $at => $placed) {
            if (self::same($placed, $here)) {
                return new self($stops, $at);
            }
        }

        return new self([$here], 0);
    }

    public function count(): int
    {
        return \count($this->stops);
    }

    public function before(): ?PlacedArtwork
    {
        return $this->stops[$this->at - 1] ?? null;
    }

    public function after(): ?PlacedArtwork
    {
        return $this->stops[$this->at + 1] ?? null;
    }

    /** The next that was not looked at: further on first, then from the beginning. */
    public function next(): ?PlacedArtwork
    {
        foreach ([...\array_slice($this->stops, $this->at + 1), ...\array_slice($this->stops, 0, $this->at)] as $placed) {
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
