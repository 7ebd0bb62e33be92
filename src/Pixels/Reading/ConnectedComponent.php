<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/** A connected mark in a picture of two tones, as it grows from row to row; right and bottom are just outside it. */
final class ConnectedComponent
{
    public int $right;
    public int $bottom;
    private int $pixels = 0;
    private int $strong = 0;
    private ?self $partOf = null;

    public function __construct(public int $left, public int $top)
    {
        $this->right = $left;
        $this->bottom = $top;
    }

    /** @param non-empty-list<self> $marks */
    public static function round(array $marks): self
    {
        $round = new self($marks[0]->left, $marks[0]->top);
        foreach ($marks as $mark) {
            $round->stretch($mark);
        }

        return $round;
    }

    /** Takes in a run of a row, so many of whose pixels are strongly marked. */
    public function take(int $from, int $to, int $row, int $strong): void
    {
        $this->left = min($this->left, $from);
        $this->right = max($this->right, $to);
        $this->bottom = $row + 1;
        $this->pixels += $to - $from;
        $this->strong += $strong;
    }

    /** What it has become part of, or itself. */
    public function root(): self
    {
        return null === $this->partOf ? $this : ($this->partOf = $this->partOf->root());
    }

    /** @param non-empty-list<self> $marks that turn out to hang together */
    public static function united(array $marks): self
    {
        foreach ($marks as $mark) {
            if ($mark !== $marks[0] && $mark->isWhole()) {
                $marks[0]->stretch($mark);
                $mark->partOf = $marks[0];
            }
        }

        return $marks[0];
    }

    public function isWhole(): bool
    {
        return null === $this->partOf;
    }

    public function width(): int
    {
        return $this->right - $this->left;
    }

    public function height(): int
    {
        return $this->bottom - $this->top;
    }

    public function middle(): float
    {
        return ($this->top + $this->bottom) / 2;
    }

    /** Share of its box that is marked. */
    public function fill(): float
    {
        return $this->pixels / max(1, $this->width() * $this->height());
    }

    /** Share of its pixels that are strongly marked. */
    public function strength(): float
    {
        return $this->strong / max(1, $this->pixels);
    }

    public function holds(self $other): bool
    {
        return $other->left >= $this->left - 2 &&
            $other->right <= $this->right + 2 &&
            $other->top >= $this->top - 2 &&
            $other->bottom <= $this->bottom + 2;
    }

    public function inFractionsOf(PixelSize $picture): FractionBox
    {
        return new FractionBox(
            $this->left / $picture->width,
            $this->top / $picture->height,
            $this->width() / $picture->width,
            $this->height() / $picture->height,
        );
    }

    private function stretch(self $other): void
    {
        $this->left = min($this->left, $other->left);
        $this->top = min($this->top, $other->top);
        $this->right = max($this->right, $other->right);
        $this->bottom = max($this->bottom, $other->bottom);
        $this->pixels += $other->pixels;
        $this->strong += $other->strong;
    }
}
