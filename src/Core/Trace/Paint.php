<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** What an area is filled with: one colour, or a gradient. */
final readonly class Paint
{
    /**
     * @param string $colour  sRGB, six hexadecimal digits; of a gradient, its mean
     * @param float  $opacity 0 to 1
     * @param ?string $name   of the spot colour that it is printed with
     */
    public function __construct(
        public string $colour,
        public float $opacity = 1.0,
        public ?Gradient $gradient = null,
        public ?string $name = null,
    ) {
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

    /** Mixed with white by as much as that shines through it; what is nothing stays so. */
    public function onWhite(): self
    {
        if ($this->isNothing() && null === $this->gradient) {
            return $this;
        }
        $mixed = array_map(
            fn (string $level): string => \sprintf('%02x', (int) round($this->opacity * hexdec($level) + 255 * (1 - $this->opacity))),
            str_split($this->colour, 2),
        );
        $gradient = $this->gradient;

        return new self(implode('', $mixed), 1.0, null === $gradient ? null : new Gradient(
            $gradient->isRadial,
            $gradient->from,
            $gradient->to,
            array_map(
                static fn (array $stop): array => [$stop[0], (new self($stop[1]->colour, max(0.001, $stop[1]->opacity)))->onWhite()],
                $gradient->stops,
            ),
        ));
    }
}
