<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;

/** Where a line's outlines lie on a print, in its pixels: how large its em is, and where the middle of its foot stands. */
final readonly class OutlinePlace
{
    public float $size;

    public float $x;

    public float $y;

    public function __construct(float $size, float $x, float $y)
    {
        // As recipes keep it, so that what comes out of one is what went in.
        [$this->size, $this->x, $this->y] = [round($size, 4), round($x, 2), round($y, 2)];
    }

    public function scaled(float $times): self
    {
        return new self($times * $this->size, $times * $this->x, $times * $this->y);
    }

    public function movedBy(float $x, float $y): self
    {
        return new self($this->size, $this->x + $x, $this->y + $y);
    }

    /** @return array<string, string> keys in alphabetical order */
    public function toRecipe(): array
    {
        $written = static fn (float $value, int $places): string => number_format($value, $places, '.', '');

        return ['size' => $written($this->size, 4), 'x' => $written($this->x, 2), 'y' => $written($this->y, 2)];
    }

    public static function fromRecipe(JsonReader $record): self
    {
        return new self((float) $record->string('size'), (float) $record->string('x'), (float) $record->string('y'));
    }
}
