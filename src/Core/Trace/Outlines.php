<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A picture as areas with outlines. */
final readonly class Outlines
{
    /**
     * @param float        $width   pixels of the picture that it was made from
     * @param list<Paint>  $paints
     * @param list<Border> $borders each once, whatever lies beside it
     * @param list<Shape>  $shapes
     */
    public function __construct(
        public float $width,
        public float $height,
        public array $paints,
        public array $borders,
        public array $shapes,
    ) {
    }

    /**
     * The same borders with other paints.
     *
     * @param list<Paint> $paints
     * @param list<Shape> $shapes
     */
    public function with(array $paints, array $shapes): self
    {
        return new self($this->width, $this->height, $paints, $this->borders, $shapes);
    }

    public function nodes(): int
    {
        return array_sum(array_map(static fn (Border $border): int => \count($border->segments), $this->borders));
    }

    /** Where every place lies so many times as far from the picture's corner. */
    public function scaled(float $times): self
    {
        return new self(
            $this->width * $times,
            $this->height * $times,
            array_map(
                static fn (Paint $paint): Paint => new Paint($paint->colour, $paint->opacity, $paint->gradient?->scaled($times), $paint->name),
                $this->paints,
            ),
            array_map(static fn (Border $border): Border => $border->scaled($times), $this->borders),
            $this->shapes,
        );
    }

    /** With what shines through mixed with white, as paper shows it. */
    public function onWhite(): self
    {
        return $this->with(array_map(static fn (Paint $paint): Paint => $paint->onWhite(), $this->paints), $this->shapes);
    }
}
