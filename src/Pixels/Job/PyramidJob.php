<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

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
    public function __construct(public string $master, public Recipe $recipe, public string $growing, public string $folder)
    {
    }

    public function timeLimit(): float
    {
        return 6 * 3600;
    }

    public function toArray(): array
    {
        return ['job' => 'pyramid', 'master' => $this->master, 'recipe' => $this->recipe->canonicalJson(), 'growing' => $this->growing, 'folder' => $this->folder];
    }
}
