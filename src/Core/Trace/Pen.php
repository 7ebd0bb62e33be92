<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A line of one width, as drawn with a pen: its middle and how wide it is. Closed where its middle ends where it begins. */
final readonly class Pen
{
    /**
     * @param float $width   pixels of the picture
     * @param bool  $isRound whether its ends are; cut off squarely where not
     */
    public function __construct(public Border $middle, public float $width, public bool $isRound)
    {
    }

    public function scaled(float $times): self
    {
        return new self($this->middle->scaled($times), $this->width * $times, $this->isRound);
    }
}
