<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ratio;

/**
 * Where a person put the crop window: its centre in fractions of the picture, and how far it is zoomed in from the
 * largest window of the proportion (1 is the largest). Of a picture that is shown whole: where it lies in the free room
 * (0.5 is the middle), and how large it is (1 is as large as fits). Fractions serve every product of a proportion.
 */
final readonly class CropPosition
{
    public const CLOSEST = 64.0;

    /** A whole picture on a product may be as small as this share of what would fit. */
    public const WIDEST = 0.25;

    public float $centreX;
    public float $centreY;
    public float $zoom;

    /** @param ?FractionBox $part of the master, upright, that was the picture then; null where it was not written down */
    public function __construct(float $centreX, float $centreY, float $zoom = 1.0, public ?FractionBox $part = null)
    {
        $this->centreX = min(1.0, max(0.0, $centreX));
        $this->centreY = min(1.0, max(0.0, $centreY));
        $this->zoom = min(self::CLOSEST, max(self::WIDEST, $zoom));
    }

    public function on(?FractionBox $part): self
    {
        return new self($this->centreX, $this->centreY, $this->zoom, $part);
    }

    /**
     * The same window on the master where another part of it is the picture now: margins were cut since, or are back.
     *
     * @param PixelSize    $picture mirrored and turned, as it is now
     * @param ?FractionBox $now     of the master, upright, that it is
     */
    public function movedTo(?FractionBox $now, ImageTransform $transform, PixelSize $picture, Ratio $ratio): self
    {
        if (null === $now || null === $this->part || $this->part->equals($now)) {
            return $this;
        }
        [$before, $now] = [$transform->box($this->part), $transform->box($now)];
        $was = new PixelSize(
            max(1, (int) round($picture->width * $before->width / $now->width)),
            max(1, (int) round($picture->height * $before->height / $now->height)),
        );
        $rotated = new RotatedCropGeometry($transform->tilt);

        return new self(
            ($before->x + $this->centreX * $before->width - $now->x) / $now->width,
            ($before->y + $this->centreY * $before->height - $now->y) / $now->height,
            $this->zoom * $rotated->largest($picture, $ratio)[0] / $rotated->largest($was, $ratio)[0],
        );
    }
}
