<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Failure;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\TellsSentence;

/** A file that results cannot be measured against; the message is for the person. */
final class UnsuitableReferenceImage extends \RuntimeException implements Failure
{
    use TellsSentence;

    public static function proportions(PixelSize $size, PixelSize $picture): self
    {
        return new self(
            \sprintf(
                '%s px has other proportions than the master\'s %s px, so it cannot be the same picture at its full size.',
                $size,
                $picture,
            ),
        );
    }

    public static function notLarger(PixelSize $size, PixelSize $picture): self
    {
        return new self(
            \sprintf('%s px is no larger than the master\'s %s px; a reference is the same picture with more pixels.', $size, $picture),
        );
    }
}
