<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\Island;
use Snugfit\Pixels\Vips\Image;

/** Which part of a picture is background, before its edge is looked at closely. */
final readonly class BackgroundRegion
{
    /**
     * @param Image        $subject one band of bytes, 0 where the ground is and 255 elsewhere, on a grid of its own
     * @param Image        $colour  the ground's, red, green, blue as floating numbers, on a small grid
     * @param float        $noise   levels by which the ground's pixels stray
     * @param list<Island> $islands
     * @param float        $doubt   0 to 1
     * @param ?SubjectShare $share  null where the edge is told by the ground's colour
     */
    public function __construct(
        public Image $subject,
        public Image $colour,
        public float $noise,
        public bool $isPlain,
        public array $islands,
        public float $doubt,
        public ?SubjectShare $share = null,
    ) {
    }

    /** One band of bytes for a picture of some size. */
    public function subjectAt(PixelSize $size): Image
    {
        return $this->subject->size()->equals($size) ? $this->subject : $this->subject->stretched($size);
    }
}
