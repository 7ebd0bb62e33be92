<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Artwork\WarningContext;
use Snugfit\Core\Output\Profile;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Twig\Attribute\AsTwigFunction;

/** What a person should know of the artworks of a batch, seen from the products that it is wanted on. */
final class ArtworkWarnings
{
    /** @var array<int, WarningContext> by batch */
    private array $contexts = [];

    public function __construct(private readonly MasterWarnings $warnings, private readonly BatchPlanner $placements)
    {
    }

    /** @return list<MasterWarning> without those that a person has dealt with */
    #[AsTwigFunction('warnings_of')]
    public function of(BatchArtwork $artwork): array
    {
        if (IntakeState::Read !== $artwork->state()) {
            return [];
        }
        $context = $this->contexts[$artwork->batch()->id()] ??= $this->context($artwork->batch());
        $all = $this->warnings->of($artwork->masterFacts(), $artwork->fileName(), $context);

        return array_values(array_filter($all, static fn (MasterWarning $warning): bool => !$artwork->hasDismissed($warning->code)));
    }

    private function context(Batch $batch): WarningContext
    {
        $profiles = [];
        foreach ($this->placements->products($batch) as $product) {
            $profiles[$product->colour->profile->value] = $product->colour->profile;
        }

        return new WarningContext([] === $profiles ? [Profile::Srgb] : array_values($profiles), $batch->settings()->matte);
    }
}
