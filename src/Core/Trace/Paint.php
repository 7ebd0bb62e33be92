<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** What an area is filled with: one colour, or a gradient. */
final readonly class Paint
{
    /**
     * @param string $colour  sRGB, six hexadecimal digits; of a gradient, its mean
     * @param float  $opacity 0 to 1
     */
    public function __construct(public string $colour, public float $opacity = 1.0, public ?Gradient $gradient = null)
    {
    }

    public function isNothing(): bool
    {
        return $this->opacity <= 0.0;
    }

    /** Whether what lies beneath is seen through it anywhere. */
    public function shinesThrough(): bool
    {
        foreach ($this->gradient->stops ?? [] as [, $paint]) {
            if ($paint->opacity < 1.0) {
                return true;
            }
        }

        return $this->opacity < 1.0;
    }
}
