<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;

/** A line of words as it is laid on a print: outlines, whatever typeface they came from, and their place in the print's own pixels. */
final readonly class LetteredLine
{
    /** Of an em, that outlines are counted in. */
    public const UNITS = 1000;

    /**
     * @param string     $text          what it says
     * @param VectorPath $path          in thousandths of the em, from the middle of the line's foot: the same on prints of all sizes
     * @param string     $colour        six hexadecimal digits, sRGB
     * @param float      $outline       pixels of the line round the letters; none where 0
     * @param string     $outlineColour of that line
     */
    public function __construct(
        public string $text,
        public VectorPath $path,
        public OutlinePlace $place,
        public string $colour,
        public float $outline = 0.0,
        public string $outlineColour = 'ffffff',
    ) {
    }

    /** Its outlines in the print's pixels. */
    public function drawn(): VectorPath
    {
        return $this->path->placed($this->place->size / self::UNITS, $this->place->x, $this->place->y);
    }

    public function scaled(float $times): self
    {
        return $this->at($this->place->scaled($times), $times * $this->outline);
    }

    public function movedBy(float $x, float $y): self
    {
        return $this->at($this->place->movedBy($x, $y), $this->outline);
    }

    public function grownBy(float $pixels): self
    {
        return new self($this->text, $this->path, $this->place, $this->colour, $this->outline + $pixels, $this->colour);
    }

    /** @return ?array{float, float, float, float} left, top, right and bottom of all that is drawn */
    public function bounds(): ?array
    {
        $bounds = $this->path->bounds();
        $times = $this->place->size / self::UNITS;

        return null === $bounds ? null : [
            $this->place->x + $times * $bounds[0] - $this->outline,
            $this->place->y + $times * $bounds[1] - $this->outline,
            $this->place->x + $times * $bounds[2] + $this->outline,
            $this->place->y + $times * $bounds[3] + $this->outline,
        ];
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toRecipe(): array
    {
        return [
            'colour' => $this->colour,
            ...0.0 === $this->outline
                ? []
                : ['outline' => ['colour' => $this->outlineColour, 'width' => number_format($this->outline, 2, '.', '')]],
            'path' => $this->path->toSvg(),
            'place' => $this->place->toRecipe(),
            'text' => $this->text,
        ];
    }

    public static function fromRecipe(JsonReader $record): self
    {
        $outline = $record->has('outline') ? $record->record('outline') : null;

        return new self(
            $record->string('text'),
            VectorPath::fromSvg($record->string('path')),
            OutlinePlace::fromRecipe($record->record('place')),
            $record->string('colour'),
            (float) ($outline?->string('width') ?? 0.0),
            $outline?->string('colour') ?? 'ffffff',
        );
    }

    private function at(OutlinePlace $place, float $outline): self
    {
        return new self($this->text, $this->path, $place, $this->colour, $outline, $this->outlineColour);
    }
}
