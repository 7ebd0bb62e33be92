<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;

/** Find how well each line of words on a print stands out from what lies below. */
final readonly class ContrastJob implements PixelJob
{
    public function __construct(public JobMaster $master, public Recipe $recipe)
    {
    }

    public static function name(): string
    {
        return 'contrast';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(JobMaster::fromJson($job->record('master')), Recipe::fromJson($job->string('recipe')));
    }

    public function toArray(): array
    {
        return ['master' => $this->master->toArray(), 'recipe' => $this->recipe->canonicalJson()];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path]);
    }

    public function timeLimit(): float
    {
        return 60;
    }
}
