<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Vips\Image;

/** The picture that outlines are looked for in: doubled by a network where it is small, so that thin lines have pixels of their own. */
final readonly class TraceSource
{
    /** Pixels that are worth doubling: more have room enough for their lines, and would take too long. */
    private const DOUBLED = 1_200_000;

    private function __construct(public Image $picture, public int $times)
    {
    }

    /**
     * @param Image           $picture bytes: red, green, blue, maybe opacity
     * @param UpscaleSettings $way     that mends what was done to it
     */
    public static function of(Image $picture, UpscaleSettings $way, string $workFolder, string $name, int $threads = 1): self
    {
        $size = $picture->size();
        if ($size->pixels() > self::DOUBLED) {
            return new self($picture, 1);
        }
        $way = UpscaleMethod::Mending === $way->method ? $way : new UpscaleSettings(UpscaleMethod::Drawn);
        $doubled = (new UpscaleTileCache($workFolder))->once(
            $picture,
            $name,
            new NetworkUpscaler($way, $threads),
            1,
            PixelWindow::whole($size),
        );

        return new self($doubled, 2);
    }
}
