<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Core\Artwork\NearDuplicate;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;

/** A picture that is nearly another of its batch: the same at another size, or after small changes. */
final readonly class NearDuplicates
{
    public const CODE = 'alike';

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
            if (!NearDuplicate::isTellable($artwork->masterFacts())) {
                continue;
            }
            foreach ($seen as $other) {
                $differing = NearDuplicate::differingPoints($artwork->masterFacts(), $other->masterFacts());
                if (null !== $differing) {
                    $alike[$artwork->id()] = new self($other, $differing);
                    break;
                }
            }
            $seen[] = $artwork;
        }

        return $alike;
    }
}
