<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Pixels\Vips\Image;

/** What a picture with a plain ground shows of it before anybody says what stays and what goes: it is the same for all marks. */
final readonly class BackgroundLook
{
    public function __construct(
        /** Of the ground: red, green, blue as floating numbers, on a small grid. */
        public Image $colour,
        /** Levels that each pixel is off the ground, a floating number. */
        public Image $off,
        /** 255 where the ground is that joins the border, 0 elsewhere. */
        public Image $ground,
        /** The same with specks of noise that lie on it. */
        public Image $swept,
        /** 255 where something looks like the ground and does not join it. */
        public Image $inside,
        /** Levels by which the ground's own pixels stray, and from which on a pixel is none of it. */
        public float $noise,
        public float $tolerance,
        /** Of the picture's border that looks like the ground. */
        public float $share,
        public MarkedGrounds $marked = new MarkedGrounds(),
    ) {
    }
}
