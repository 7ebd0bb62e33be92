<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\TextLine;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Job\ContrastJob;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;

/** The colour that a new line begins with: of ink and white, the one that stands out more where it lies. */
final readonly class FreshColour
{
    private const INK = '1e2b2f';
    private const WHITE = 'ffffff';

    public function __construct(private ProductionPlanner $production, private PixelProcessPool $processes, private StoredMasters $masters)
    {
    }

    public function of(PlannedPlacement $placed, TextLine $line): string
    {
        $both = new Lettering([$line->inColour(self::INK), $line->inColour(self::WHITE)]);
        $recipe = $this->production->decide($placed->wanted()->lettered($both));
        if (!$recipe instanceof Recipe || null === $recipe->lettering) {
            return self::INK;
        }
        try {
            $found = $this->processes->start(new ContrastJob($this->masters->of($placed->artwork->master()), $recipe))->facts();
        } catch (PixelJobFailed) {
            return self::INK;
        }
        $ratios = array_map(
            static fn (mixed $ratio): float => is_numeric($ratio) ? (float) $ratio : 1.0,
            array_values((array) $found->toArray()['contrast']),
        );

        return ($ratios[1] ?? 1.0) > ($ratios[0] ?? 1.0) ? self::WHITE : self::INK;
    }
}
