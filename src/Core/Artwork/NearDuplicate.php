<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** Whether two masters show nearly the same picture: at another size, or after small changes. */
final readonly class NearDuplicate
{
    /** Of the fingerprints' 64 bits, so many may differ (measured on the demo pictures, resized and re-saved). */
    public const NEAR = 4;

    /** A fingerprint with fewer bits set than this is of a picture without structure, which is like many. */
    public const STRUCTURE = 6;

    /** Share by which proportions may differ: what rounding to whole pixels makes of small pictures. */
    public const PROPORTION = 0.02;

    /** Whether a picture has enough to be told by. */
    public static function isTellable(MasterFacts $facts): bool
    {
        return $facts->statistics->fingerprintBits() >= self::STRUCTURE;
    }

    /** @return ?int in how many of 64 points they differ; null where they are two pictures */
    public static function differingPoints(MasterFacts $one, MasterFacts $other): ?int
    {
        $distance = $one->statistics->distance($other->statistics);
        $proportion = $one->size->width * $other->size->height / ($one->size->height * $other->size->width);

        return $distance <= self::NEAR && abs($proportion - 1) <= self::PROPORTION ? $distance : null;
    }
}
