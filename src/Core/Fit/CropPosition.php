<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

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

    public function __construct(float $centreX, float $centreY, float $zoom = 1.0)
    {
        $this->centreX = min(1.0, max(0.0, $centreX));
        $this->centreY = min(1.0, max(0.0, $centreY));
        $this->zoom = min(self::CLOSEST, max(self::WIDEST, $zoom));
    }
}
