<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** Width and height on paper, each over nothing. */
final readonly class PrintSize
{
    public function __construct(public Length $width, public Length $height)
    {
        if ($width->ticks <= 0 || $height->ticks <= 0) {
            throw UnreadableMeasure::nothing('print size');
        }
    }

    public static function inches(float $width, float $height): self
    {
        return new self(Length::inches($width), Length::inches($height));
    }

    public static function millimetres(float $width, float $height): self
    {
        return new self(Length::millimetres($width), Length::millimetres($height));
    }

    /** Reads "20x30in", "210 × 297 mm", '8.5"x11"', "1in x 20mm". A side without a unit takes the other's. */
    public static function parse(string $text, ?Unit $default = null): self
    {
        $sides = preg_split('/\s*[x×*]\s*/iu', trim($text));
        if (false === $sides || 2 !== \count($sides)) {
            throw UnreadableMeasure::printSize($text);
        }
        try {
            $second = Length::parse($sides[1], $default ?? self::unitOf($sides[0]));
            $first = Length::parse($sides[0], self::unitOf($sides[1]) ?? $default);

            return new self($first, $second);
        } catch (UnreadableMeasure) {
            throw UnreadableMeasure::printSize($text);
        }
    }

    public function pixelsAt(Ppi $ppi): PixelSize
    {
        return new PixelSize(max(1, $this->width->pixelsAt($ppi)), max(1, $this->height->pixelsAt($ppi)));
    }

    public function equals(self $other): bool
    {
        return $this->width->equals($other->width) && $this->height->equals($other->height);
    }

    public function isSquare(): bool
    {
        return $this->width->equals($this->height);
    }

    public function turned(): self
    {
        return new self($this->height, $this->width);
    }

    /** Width ÷ height. */
    public function ratio(): float
    {
        return $this->width->ticks / $this->height->ticks;
    }

    private static function unitOf(string $side): ?Unit
    {
        $unit = trim((string) preg_replace('/^[\s\d.,]+/', '', $side));

        return '' === $unit ? null : Unit::parse($unit);
    }
}
