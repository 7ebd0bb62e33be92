<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;

/** How far a step reaches: in pixels of the print, or on paper, so that all sizes look alike. */
final readonly class Radius implements \Stringable
{
    private const DIGITS = 3;

    private function __construct(private ?float $pixels, private ?Length $length)
    {
    }

    public static function pixels(float $pixels): self
    {
        return new self($pixels, null);
    }

    public static function onPaper(Length $length): self
    {
        return new self(null, $length);
    }

    /**
     * Reads "1.2px", "1,2 px", "0.1mm", "0.004in".
     *
     * @throws ImpossibleFinish
     */
    public static function parse(string $text): self
    {
        if (1 === preg_match('/^\s*(\d+(?:[.,]\d+)?)\s*(?:px|pixels?)\s*$/i', $text, $found)) {
            return self::pixels((float) str_replace(',', '.', $found[1]));
        }
        try {
            return self::onPaper(Length::parse($text));
        } catch (UnreadableMeasure) {
            throw ImpossibleFinish::radius($text);
        }
    }

    public function inPixels(Ppi $ppi): float
    {
        return round($this->pixels ?? ($this->length?->inInches() ?? 0.0) * $ppi->value, self::DIGITS);
    }

    /** Of one that is in pixels, as all in a recipe are. */
    public function asPixels(): float
    {
        return $this->pixels ?? throw new \LogicException('A radius on paper has no pixels before there is a ppi.');
    }

    /** The same at a ppi, in pixels. */
    public function at(Ppi $ppi): self
    {
        return self::pixels($this->inPixels($ppi));
    }

    /** As text that is read back as this very radius. */
    public function __toString(): string
    {
        return null === $this->length
            ? rtrim(rtrim(number_format((float) $this->pixels, self::DIGITS, '.', ''), '0'), '.').'px'
            : str_replace(' ', '', $this->length->written(Unit::Millimetre));
    }
}
