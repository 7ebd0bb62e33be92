<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Repair\EditList;
use Snugfit\Pixels\Job\PatchJob;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Work\Child\StoredMasters;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A part of an artwork at its own pixels, upright, as an address asks for it: x, y, w, h. */
final readonly class OwnPixels
{
    private const LARGEST = 1600;

    public function __construct(private RenderedImage $pictures, private StoredMasters $masters)
    {
    }

    /** @param PixelSize $size of what the edits make of its master */
    public function answer(BatchArtwork $artwork, EditList $edits, PixelSize $size, Request $request): Response
    {
        $number = static fn (string $name, int $least, int $most): int => max($least, min($most, $request->query->getInt($name)));
        [$x, $y] = [$number('x', 0, $size->width - 1), $number('y', 0, $size->height - 1)];
        $window = new PixelWindow(
            $x,
            $y,
            $number('w', 1, min(self::LARGEST, $size->width - $x)),
            $number('h', 1, min(self::LARGEST, $size->height - $y)),
        );
        $recipe = Recipe::atOwnSize($size, new Write(FileFormat::Png, Ppi::of(300), 8, true), $edits->effective());

        return $this->pictures->answer(
            PatchJob::key($artwork->master(), $recipe, $window),
            fn (string $target): PatchJob => new PatchJob($this->masters->of($artwork->master()), $recipe, $window, $target),
        );
    }
}
