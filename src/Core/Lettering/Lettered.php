<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelWindow;

/** The words on a print as they are laid, the last line on top. */
final readonly class Lettered
{
    /**
     * @param non-empty-list<LetteredLine> $lines
     * @param ?PixelWindow                 $within what of the print they are seen on; null for all of it
     */
    public function __construct(public array $lines, public ?PixelWindow $within = null)
    {
    }

    public function within(?PixelWindow $window): self
    {
        return new self($this->lines, $window);
    }

    public function scaled(float $times): self
    {
        $lines = array_map(static fn (LetteredLine $line): LetteredLine => $line->scaled($times), $this->lines);

        return new self($lines, $this->within?->scaled($times));
    }

    public function movedBy(float $x, float $y): self
    {
        $lines = array_map(static fn (LetteredLine $line): LetteredLine => $line->movedBy($x, $y), $this->lines);

        return new self($lines, $this->within?->movedBy((int) round($x), (int) round($y)));
    }

    /** As they are, with a line of so many pixels round them. */
    public function grownBy(float $pixels): self
    {
        return new self(array_map(static fn (LetteredLine $line): LetteredLine => $line->grownBy($pixels), $this->lines), $this->within);
    }

    /** @return list<array<string, mixed>> */
    public function toRecipe(): array
    {
        return array_map(static fn (LetteredLine $line): array => $line->toRecipe(), $this->lines);
    }

    /** @param list<JsonReader> $records */
    public static function fromRecipe(array $records): ?self
    {
        $lines = array_map(LetteredLine::fromRecipe(...), $records);

        return [] === $lines ? null : new self($lines);
    }
}
