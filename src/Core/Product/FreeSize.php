<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\Rounding;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;

/** A size that leaves a picture its own proportions: one of its edges, its megapixels, or a percentage of what it has. */
final readonly class FreeSize
{
    /** Pixels on a side that no size asks for by mistake. */
    private const MOST = 100_000;

    private function __construct(private FreeMeasure $measure, private float $amount, private ?Length $length)
    {
    }

    /**
     * Reads "long 6000px", "short 10in", "width 20 cm", "height 3000px", "12MP", "150%"; "long edge" is "long".
     *
     * @throws UnreadableMeasure
     */
    public static function parse(string $text): self
    {
        if (1 === preg_match('/^\s*(\d+(?:[.,]\d+)?)\s*(mp|megapixels?|%|percent)\s*$/iu', $text, $part)) {
            $amount = (float) str_replace(',', '.', $part[1]);
            $measure = str_starts_with(strtolower($part[2]), 'm') ? FreeMeasure::Megapixels : FreeMeasure::Percent;

            return $amount > 0 && $amount <= 10_000 ? new self($measure, $amount, null) : throw UnreadableMeasure::freeSize($text);
        }
        if (1 !== preg_match('/^\s*(long|short|width|height)(?:\s+(?:edge|side))?\s*(\d.*?)\s*$/iu', $text, $part)) {
            throw UnreadableMeasure::freeSize($text);
        }
        $measure = FreeMeasure::from(strtolower($part[1]));
        if (1 === preg_match('/^(\d{1,6})\s*(?:px|pixels?)$/iu', $part[2], $pixels)) {
            return (int) $pixels[1] > 0 && (int) $pixels[1] <= self::MOST
                ? new self($measure, (float) $pixels[1], null)
                : throw UnreadableMeasure::freeSize($text);
        }
        $length = Length::parse($part[2]);

        return $length->isZero() ? throw UnreadableMeasure::freeSize($text) : new self($measure, 0.0, $length);
    }

    /** Whether a text means a free size, and not a width and height. */
    public static function isMeant(string $text): bool
    {
        return 1 === preg_match('/^\s*(?:long|short|width|height)\b|(?:mp|megapixels?|%|percent)\s*$/iu', $text);
    }

    /** The pixels that a picture comes to. */
    public function pixelsFor(PixelSize $picture, Ppi $ppi): PixelSize
    {
        $scale = match ($this->measure) {
            FreeMeasure::Percent => $this->amount / 100,
            FreeMeasure::Megapixels => sqrt(($this->amount * 1e6) / $picture->pixels()),
            default => null,
        };
        if (null !== $scale) {
            return new PixelSize(max(1, Rounding::toWhole($picture->width * $scale)), max(1, Rounding::toWhole($picture->height * $scale)));
        }
        $edge = max(1, null === $this->length ? (int) $this->amount : $this->length->pixelsAt($ppi));
        $isWidth = match ($this->measure) {
            FreeMeasure::Width => true,
            FreeMeasure::Height => false,
            FreeMeasure::Long => $picture->width >= $picture->height,
            default => $picture->width < $picture->height,
        };

        return $isWidth
            ? new PixelSize($edge, max(1, Rounding::toWhole(($picture->height * $edge) / $picture->width)))
            : new PixelSize(max(1, Rounding::toWhole(($picture->width * $edge) / $picture->height)), $edge);
    }

    /** As it is written, and read again. */
    public function __toString(): string
    {
        $plain = rtrim(rtrim(number_format($this->amount, 4, '.', ''), '0'), '.');

        return match ($this->measure) {
            FreeMeasure::Megapixels => $plain.' MP',
            FreeMeasure::Percent => $plain.'%',
            default => $this->measure->value.' '.(null === $this->length ? $plain.' px' : $this->length->written(Unit::Millimetre)),
        };
    }
}
