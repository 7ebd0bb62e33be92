<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindPart;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\FractionBox;

/** What to propose for parts that are of another kind than the picture: the way that would suit a picture of that kind. */
final readonly class FoundParts
{
    /** Along each part, so that little beside it goes the other way, too. */
    private const STROKES = 8;

    private function __construct(public Kind $kind, public UpscaleRegion $region)
    {
    }

    /** Null where there are none, they would go the same way, or a person said that the picture is of another kind. */
    public static function in(Kind $kind, MasterFacts $facts): ?self
    {
        if ($kind !== $facts->kindGuess) {
            return null;
        }
        $own = UpscaleChoice::for($kind, $facts)->settings;
        foreach ($facts->parts as $part) {
            $way = UpscaleChoice::for($part->kind, $facts)->settings;
            if ($way->code() !== $own->code()) {
                $alike = array_filter($facts->parts, static fn (KindPart $one): bool => $one->kind === $part->kind);
                $boxes = array_map(static fn (KindPart $one): FractionBox => $one->box, array_values($alike));
                $mask = PaintedMask::over($boxes, $facts->size, self::STROKES);

                return new self($part->kind, new UpscaleRegion($way, $mask));
            }
        }

        return null;
    }
}
