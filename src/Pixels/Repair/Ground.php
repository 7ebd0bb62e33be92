<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\Image;

/** What a subject stands on, as found: its colour all over the picture, on a small grid, also where the subject hides it. */
final readonly class Ground
{
    /**
     * @param Image $colour  red, green, blue as floating numbers from 0 to 255, on a small grid
     * @param Image $surface the same without shadows on it
     * @param float $share   of the picture's border that looks like it
     */
    public function __construct(public Image $colour, public Image $surface, public float $share)
    {
    }

    /** Whether it is one ground, plain or slowly changing, and not something with things in it. */
    public function isPlain(): bool
    {
        return $this->share >= GroundFinder::PLAIN;
    }
}
