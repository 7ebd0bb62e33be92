<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;

/** Make a window of a print file, as a picture to look at. */
final readonly class PatchJob implements PixelJob
{
    /**
     * @param PixelWindow               $window in pixels of the print's picture, without its border
     * @param 'plain'|'proof'|'gamut'   $shown  as the picture is, as the press prints it, or with what it cannot print marked
     * @param bool                      $once   nobody will ask for what is beside it: nothing is kept but the patch
     */
    public function __construct(public string $master, public Recipe $recipe, public PixelWindow $window, public string $target, public string $shown = 'plain', public bool $once = false)
    {
    }

    /** Names the patch's pixels. */
    public static function key(string $master, Recipe $recipe, PixelWindow $window, string $shown = 'plain'): string
    {
        return \sprintf('patches/%s.png', hash('sha256', implode(' ', [$master, $recipe->unmounted()->hash(), $shown, ...$window->toArray()])));
    }

    public function timeLimit(): float
    {
        return 120;
    }

    public function toArray(): array
    {
        return ['job' => 'patch', 'master' => $this->master, 'recipe' => $this->recipe->canonicalJson(), 'target' => $this->target, 'shown' => $this->shown, 'once' => $this->once] + $this->window->toArray();
    }
}
