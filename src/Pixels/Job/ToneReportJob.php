<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Recipe\Recipe;

/** Count a print's tones before and after finishing. */
final readonly class ToneReportJob implements PixelJob
{
    public function __construct(public string $master, public Recipe $recipe)
    {
    }

    public function timeLimit(): float
    {
        return 60;
    }

    public function toArray(): array
    {
        return ['job' => 'tones', 'master' => $this->master, 'recipe' => $this->recipe->canonicalJson()];
    }
}
