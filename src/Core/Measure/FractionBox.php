<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

/** A box inside a picture, in fractions of its width and height from the left upper corner. */
final readonly class FractionBox
{
    private const SLACK = 1e-9;

    public function __construct(public float $x, public float $y, public float $width, public float $height)
    {
        $inside = $x >= 0 && $y >= 0 && $width > 0 && $height > 0 && $x + $width <= 1 + self::SLACK && $y + $height <= 1 + self::SLACK;
        if (!$inside) {
            throw UnreadableMeasure::box(implode(',', [$x, $y, $width, $height]));
        }
    }

    /** All of a picture. */
    public static function whole(): self
    {
        return new self(0.0, 0.0, 1.0, 1.0);
    }

    /** Reads "x,y,width,height" in fractions. */
    public static function parse(string $text): self
    {
        $part = array_map(trim(...), explode(',', $text));
        if (4 !== \count($part) || $part !== array_filter($part, is_numeric(...))) {
            throw UnreadableMeasure::box($text);
        }

        return new self((float) $part[0], (float) $part[1], (float) $part[2], (float) $part[3]);
    }

    /**
     * Reads a list of [x, y, width, height], as JSON gives it.
     *
     * @return list<self>
     *
     * @throws UnreadableMeasure
     */
    public static function listOf(mixed $value): array
    {
        $boxes = [];
        foreach (\is_array($value) ? $value : [] as $box) {
            $parts = array_filter(\is_array($box) ? array_values($box) : [], is_numeric(...));
            $boxes[] =
                4 === \count($parts)
                    ? new self(...array_map(floatval(...), $parts))
                    : throw UnreadableMeasure::box((string) json_encode($box));
        }

        return $boxes;
    }

    /** The box in whole pixels: each edge goes to the nearest pixel border, and the box is never empty. */
    public function inPixelsOf(PixelSize $picture): PixelWindow
    {
        [$x, $width] = self::span($this->x, $this->width, $picture->width);
        [$y, $height] = self::span($this->y, $this->height, $picture->height);

        return new PixelWindow($x, $y, $width, $height);
    }

    /** @return array{int, int} start and extent in pixels */
    private static function span(float $start, float $extent, int $pixels): array
    {
        $from = min($pixels - 1, Rounding::toWhole($start * $pixels));
        $to = min($pixels, max($from + 1, Rounding::toWhole(($start + $extent) * $pixels)));

        return [$from, $to - $from];
    }

    /** The smallest box that holds both. */
    public function with(self $other): self
    {
        [$left, $top] = [min($this->x, $other->x), min($this->y, $other->y)];

        return new self(
            $left,
            $top,
            max($this->x + $this->width, $other->x + $other->width) - $left,
            max($this->y + $this->height, $other->y + $other->height) - $top,
        );
    }

    /** The part of it that lies in a window, in fractions of that; null where none does. */
    public function in(self $window): ?self
    {
        [$left, $top] = [max($this->x, $window->x), max($this->y, $window->y)];
        $width = min($this->x + $this->width, $window->x + $window->width) - $left;
        $height = min($this->y + $this->height, $window->y + $window->height) - $top;

        return $width <= self::SLACK || $height <= self::SLACK
            ? null
            : new self(
                ($left - $window->x) / $window->width,
                ($top - $window->y) / $window->height,
                min(1.0, $width / $window->width),
                min(1.0, $height / $window->height),
            );
    }

    /** In fractions of what it was given in fractions of a window of. */
    public function outOf(self $window): self
    {
        $x = $window->x + $this->x * $window->width;
        $y = $window->y + $this->y * $window->height;

        return new self($x, $y, min(1 - $x, $this->width * $window->width), min(1 - $y, $this->height * $window->height));
    }

    public function equals(self $other): bool
    {
        $off = array_map(static fn (float $one, float $two): float => abs($one - $two), $this->toList(), $other->toList());

        return max($off) <= self::SLACK;
    }

    /** As a share of the picture's. */
    public function area(): float
    {
        return $this->width * $this->height;
    }

    /** Whether a point is in it, in fractions of the picture's width and height. */
    public function holds(float $x, float $y): bool
    {
        return $x >= $this->x && $x < $this->x + $this->width && $y >= $this->y && $y < $this->y + $this->height;
    }

    /** Of what the two cover together, the share that both cover. */
    public function sharedWith(self $other): float
    {
        $across = min($this->x + $this->width, $other->x + $other->width) - max($this->x, $other->x);
        $down = min($this->y + $this->height, $other->y + $other->height) - max($this->y, $other->y);
        $both = max(0.0, $across) * max(0.0, $down);

        return $both / max(1e-12, $this->area() + $other->area() - $both);
    }

    /** @return array{float, float, float, float} */
    public function toList(): array
    {
        return [$this->x, $this->y, $this->width, $this->height];
    }
}
