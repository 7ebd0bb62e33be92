<?php

declare(strict_types=1);

namespace Snugfit\Core\Measure;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** Something a person wrote as a measure could not be understood, or is no possible measure. */
final class UnreadableMeasure extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function unit(string $text): self
    {
        return new self(\sprintf('"%s" is not a unit of length: write in, mm, cm or pt.', $text));
    }

    public static function length(string $text): self
    {
        return new self(\sprintf('"%s" is not a length: write it like 3mm, 0.125in, 2.1 cm, 9pt or 12".', $text));
    }

    public static function printSize(string $text): self
    {
        return new self(\sprintf('"%s" is not a print size: write it like 20x30in, 210 × 297 mm or 8.5x11".', $text));
    }

    public static function freeSize(string $text): self
    {
        return new self(\sprintf('"%s" is not a size: write it like "long 6000px", "short 10in", "width 20cm", "12MP" or "150%%".', $text));
    }

    public static function pixelSize(string $text): self
    {
        return new self(\sprintf('"%s" is not a size in pixels: write it like 1024x1536.', $text));
    }

    public static function box(string $text): self
    {
        return new self(
            \sprintf('"%s" is not a box inside the picture: write x,y,width,height as fractions from 0 to 1, like 0.3,0.2,0.4,0.5.', $text),
        );
    }

    public static function ppiText(string $text): self
    {
        return new self(\sprintf('"%s" is no number of pixels per inch: write it like 300, or 118/cm.', $text));
    }

    public static function ppi(float $value): self
    {
        return new self(\sprintf('%s is no possible number of pixels per inch: it must be over 0 and at most 10,000.', $value));
    }

    public static function nothing(string $what): self
    {
        return new self(\sprintf('A %s must be larger than nothing.', $what));
    }
}
