<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;

/** A picture that is nearly another of its batch: the same at another size, or after small changes. */
final readonly class NearDuplicates
{
    public const CODE = 'alike';

    /** Of 64 bits. */
    private const NEAR = 4;

    /** A fingerprint with fewer bits set than this is of a picture without structure, which is like many. */
    private const STRUCTURE = 6;

    /** Share by which proportions may differ. */
    private const PROPORTION = 0.02;

    private function __construct(public BatchArtwork $other, public int $differing)
    {
    }

    /**
     * @param list<BatchArtwork>       $artworks   in the order in which they came
     * @param array<int, BatchArtwork> $duplicates those that are the very same, by number
     *
     * @return array<int, self> by the artwork's number
     */
    public static function among(array $artworks, array $duplicates): array
    {
        $alike = [];
        $seen = [];
        foreach ($artworks as $artwork) {
            if (IntakeState::Read !== $artwork->state() || isset($duplicates[$artwork->id()])) {
                continue;
            }
            $facts = $artwork->facts();
            if (substr_count(implode('', array_map(static fn (string $digit): string => decbin((int) hexdec($digit)), str_split($facts->statistics->fingerprint))), '1') < self::STRUCTURE) {
                continue;
            }
            foreach ($seen as $other) {
                $size = $other->facts()->size;
                $distance = $facts->statistics->distance($other->facts()->statistics);
                if ($distance <= self::NEAR && abs($facts->size->width * $size->height / ($facts->size->height * $size->width) - 1) <= self::PROPORTION) {
                    $alike[$artwork->id()] = new self($other, $distance);
                    break;
                }
            }
            $seen[] = $artwork;
        }

        return $alike;
    }
}
