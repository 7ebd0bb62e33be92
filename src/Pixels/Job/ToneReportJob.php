<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;

/** Count a print's tones before and after finishing. */
final readonly class ToneReportJob implements PixelJob
{
    public function __construct(public JobMaster $master, public Recipe $recipe)
    {
    }

    public static function name(): string
    {
        return 'tones';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            Recipe::fromJson($job->string('recipe')),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe->canonicalJson(),
        ];
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
