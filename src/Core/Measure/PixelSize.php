<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

use Snugfit\Core\JsonReader;

/** Width and height in whole pixels, each at least 1. */
final readonly class PixelSize
{
    public function __construct(public int $width, public int $height)
    {
        if ($width < 1 || $height < 1) {
            throw UnreadableMeasure::nothing('size in pixels');
        }
    }

    /** Reads "1024x1536", "1024 × 1536 px". */
    public static function parse(string $text): self
    {
        if (1 !== preg_match('/^\s*0*([1-9]\d{0,6})\s*(?:px)?\s*[x×*]\s*0*([1-9]\d{0,6})\s*(?:px)?\s*$/iu', $text, $part)) {
            throw UnreadableMeasure::pixelSize($text);
        }

        return new self((int) $part[1], (int) $part[2]);
    }

    /** @param JsonReader $record with a width and a height, among others */
    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->int('width'), $record->int('height'));
    }

    public function pixels(): int
    {
        return $this->width * $this->height;
    }

    public function megapixels(): float
    {
        return $this->pixels() / 1e6;
    }

    public function longSide(): int
    {
        return max($this->width, $this->height);
    }

    public function times(int $factor): self
    {
        return new self($this->width * $factor, $this->height * $factor);
    }

    /** To the nearest whole pixels, one at least. */
    public function scaled(float $times): self
    {
        return new self(max(1, (int) round($this->width * $times)), max(1, (int) round($this->height * $times)));
    }

    public function turned(): self
    {
        return new self($this->height, $this->width);
    }

    public function covers(self $other): bool
    {
        return $this->width >= $other->width && $this->height >= $other->height;
    }

    public function equals(self $other): bool
    {
        return $this->width === $other->width && $this->height === $other->height;
    }

    public function __toString(): string
    {
        return number_format($this->width).' × '.number_format($this->height);
    }
}
