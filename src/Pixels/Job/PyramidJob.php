<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;

/** Make the whole picture of a print as tiles at every scale, to be looked over on a screen. */
final readonly class PyramidJob implements PixelJob
{
    /** Side of a tile, in pixels. */
    public const TILE = 512;

    /** Where the tiles of a scale lie within the folder; tiles are named X_Y.png. */
    public const TILES = 'tiles_files/%d';

    /**
     * @param string $growing folder that the tiles are written into
     * @param string $folder  that it becomes when all tiles are there
     */
    public function __construct(public JobMaster $master, public Recipe $recipe, public string $growing, public string $folder)
    {
    }

    public static function name(): string
    {
        return 'pyramid';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            Recipe::fromJson($job->string('recipe')),
            JobPath::in($job, 'growing'),
            JobPath::in($job, 'folder'),
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe->canonicalJson(),
            'growing' => JobPath::encoded($this->growing),
            'folder' => JobPath::encoded($this->folder),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->master->path], [$this->growing, $this->folder]);
    }

    public function timeLimit(): float
    {
        return 6 * 3600;
    }
}
