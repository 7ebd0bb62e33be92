<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Shop\PlacementSummary;
use Snugfit\Shop\PlannedPlacement;

/** The framings of a batch one after the other, as the framing room goes through them: each family of an artwork once. */
final readonly class FramingSequence
{
    /** @param list<PlacementSummary> $stops the first placement of each framing */
    private function __construct(private array $stops, public int $at)
    {
    }

    /** @param list<PlacementSummary> $figures of the batch */
    public static function through(array $figures, PlannedPlacement $here): self
    {
        $stops = [];
        foreach ($figures as $one) {
            $key = $one->framingKey;
            $isHere = self::isAt($one, $here);
            if (
                ($isHere || !$one->isExcluded) &&
                ($isHere || !isset($stops[$key]) || (!self::isAt($stops[$key], $here) && !$stops[$key]->wantsLook() && $one->wantsLook()))
            ) {
                $stops[$key] = $one;
            }
        }
        $stops = array_values($stops);
        foreach ($stops as $at => $one) {
            if (self::isAt($one, $here)) {
                return new self($stops, $at);
            }
        }

        // Its product is none of the batch's any more.
        return new self([PlacementSummary::of($here, [])], 0);
    }

    public function count(): int
    {
        return \count($this->stops);
    }

    public function before(): ?PlacementSummary
    {
        return $this->stops[$this->at - 1] ?? null;
    }

    public function after(): ?PlacementSummary
    {
        return $this->stops[$this->at + 1] ?? null;
    }

    /** The next that was not looked at: further on first, then from the beginning. */
    public function next(): ?PlacementSummary
    {
        foreach ([...\array_slice($this->stops, $this->at + 1), ...\array_slice($this->stops, 0, $this->at)] as $placed) {
            if ($placed->wantsLook()) {
                return $placed;
            }
        }

        return null;
    }

    private static function isAt(PlacementSummary $one, PlannedPlacement $here): bool
    {
        return $one->artwork === $here->artwork && $one->product->code === $here->product->code;
    }
}
