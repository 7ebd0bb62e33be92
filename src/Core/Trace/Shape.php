<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** One area of one paint. */
final readonly class Shape
{
    /**
     * @param int                                $paint which of the drawing's
     * @param non-empty-list<list<array{int, bool}>> $rings its rim, then its holes: borders, and whether they run backwards
     * @param ?Pen                               $pen   what it is drawn with, where it is a line of one width rather than an area
     */
    public function __construct(public int $paint, public array $rings, public ?Pen $pen = null)
    {
    }

    /** The same place in another paint. */
    public function painted(int $paint): self
    {
        return new self($paint, $this->rings, $this->pen);
    }

    public function scaled(float $times): self
    {
        return null === $this->pen ? $this : new self($this->paint, $this->rings, $this->pen->scaled($times));
    }
}
