<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;

/** Make a window of a print file, as a picture to look at. */
final readonly class PatchJob implements PixelJob
{
    /**
     * @param PixelWindow $window in pixels of the print's picture, without its border
     * @param bool        $once   nobody will ask for what is beside it: nothing is kept but the patch
     */
    public function __construct(
        public JobMaster $master,
        public Recipe $recipe,
        public PixelWindow $window,
        public string $target,
        public ScreenRendering $shown = ScreenRendering::Plain,
        public bool $once = false,
    ) {
    }

    /**
     * Names the patch's pixels.
     *
     * @param string $master SHA-256
     */
    public static function key(string $master, Recipe $recipe, PixelWindow $window, ScreenRendering $shown = ScreenRendering::Plain): string
    {
        $parts = [$master, $recipe->unmounted()->hash(), $shown->value, ...$window->toArray()];

        return \sprintf('patches/%s.png', hash('sha256', implode(' ', $parts)));
    }

    public static function name(): string
    {
        return 'patch';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            Recipe::fromJson($job->string('recipe')),
            PixelWindow::fromRecord($job->record('window')),
            JobPath::in($job, 'target'),
            ScreenRendering::from($job->string('shown')),
            $job->bool('once'),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe->canonicalJson(),
            'window' => $this->window->toArray(),
            'target' => JobPath::encoded($this->target),
            'shown' => $this->shown->value,
            'once' => $this->once,
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], [$this->target]);
    }

    public function timeLimit(): float
    {
        return 120;
    }
}
