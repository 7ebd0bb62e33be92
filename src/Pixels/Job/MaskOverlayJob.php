<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\PixelSize;

/** Draw marks as a picture to lay over the upright one: marigold where they count. */
final readonly class MaskOverlayJob implements PixelJob
{
    public function __construct(public PaintedMask $marks, public PixelSize $picture, public string $target)
    {
    }

    /** Where it is kept: named by what is in it. */
    public static function key(PaintedMask $marks, PixelSize $picture): string
    {
        return \sprintf('patches/%s.png', hash('sha256', json_encode([$marks->toList(), (string) $picture], \JSON_THROW_ON_ERROR)));
    }

    public function timeLimit(): float
    {
        return 30;
    }

    public function toArray(): array
    {
        return ['job' => 'mask', 'marks' => $this->marks->toList(), 'width' => $this->picture->width, 'height' => $this->picture->height, 'target' => $this->target];
    }
}
