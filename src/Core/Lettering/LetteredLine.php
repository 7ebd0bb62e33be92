<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;

/** A line of words as it is laid on a print: outlines in the print's own pixels, whatever typeface they came from. */
final readonly class LetteredLine
{
    /**
     * @param string  $text          what it says
     * @param string  $colour        six hexadecimal digits, sRGB
     * @param float   $outline       pixels of the line round the letters; none where 0
     * @param string  $outlineColour of that line
     */
    public function __construct(
        public string $text,
        public VectorPath $path,
        public string $colour,
        public float $outline = 0.0,
        public string $outlineColour = 'ffffff',
    ) {
    }

    public function scaled(float $times): self
    {
        return new self($this->text, $this->path->placed($times, 0.0, 0.0), $this->colour, $times * $this->outline, $this->outlineColour);
    }

    public function movedBy(float $x, float $y): self
    {
        return new self($this->text, $this->path->placed(1.0, $x, $y), $this->colour, $this->outline, $this->outlineColour);
    }

    public function grownBy(float $pixels): self
    {
        return new self($this->text, $this->path, $this->colour, $this->outline + $pixels, $this->colour);
    }

    /** @return ?array{float, float, float, float} left, top, right and bottom of all that is drawn */
    public function bounds(): ?array
    {
        $bounds = $this->path->bounds();

        return null === $bounds
            ? null
            : [$bounds[0] - $this->outline, $bounds[1] - $this->outline, $bounds[2] + $this->outline, $bounds[3] + $this->outline];
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
            'text' => $this->text,
        ];
    }

    public static function fromRecipe(JsonReader $record): self
    {
        $outline = $record->has('outline') ? $record->record('outline') : null;

        return new self(
            $record->string('text'),
            VectorPath::fromSvg($record->string('path')),
            $record->string('colour'),
            (float) ($outline?->string('width') ?? 0.0),
            $outline?->string('colour') ?? 'ffffff',
        );
    }
}
