<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\PrintRenderer;

/** Makes a pyramid of tiles. */
final readonly class PyramidHandler implements PixelJobHandler
{
    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return PyramidJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = PyramidJob::fromJson($record);
        $recipe = $job->recipe->unmounted();
        $master = $this->masters->prepared($job->master, $recipe->repair);
        mkdir($job->growing);
        $picture = OutputColourConverter::of($master, $recipe)->onScreen($this->renderer->of($master, $recipe, $tell));
        $options = ['tile_size' => PyramidJob::TILE, 'overlap' => 0, 'suffix' => '.png[compression=1]', 'strip' => 1];
        $picture->save('dz', $job->growing.'/tiles', $options);
        // Another that was made meanwhile is the same.
        is_dir($job->folder) || rename($job->growing, $job->folder);

        return [];
    }
}
