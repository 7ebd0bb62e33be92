<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/** Measures how like two prints are. */
final readonly class SimilarityHandler implements PixelJobHandler
{
    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return SimilarityJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = SimilarityJob::fromJson($record);
        $pairs = ['master' => [$job->master, $job->recipe], 'reference' => [$job->reference, $job->referenceRecipe]];
        $files = [];
        try {
            $pictures = [];
            foreach ($pairs as $name => [$file, $recipe]) {
                $master = $this->masters->prepared($file, $recipe->repair);
                $picture = $this->shown($master, $recipe->unmounted(), $job->window);
                $picture = $picture->hasAlpha() ? $picture->flatten([255.0, 255.0, 255.0]) : $picture;
                if (null === $job->window) {
                    // Every part has to be reached in any order, whatever its size.
                    $files[] = $path = \sprintf('%s/likeness-%s-%s.v', sys_get_temp_dir(), bin2hex(random_bytes(4)), $name);
                    $picture->save('vips', $path, []);
                    $picture = Image::load('vips', $path);
                }
                $pictures[] = null === $job->window ? $picture : $picture->copyToMemory();
            }

            return ImageSimilarity::between(...$pictures)->toArray();
        } finally {
            array_map(static fn (string $file): bool => is_file($file) && unlink($file), $files);
        }
    }

    /** A print's picture as a screen shows it. */
    private function shown(Master $master, Recipe $recipe, ?PixelWindow $window): Image
    {
        $picture = null === $window ? $this->renderer->of($master, $recipe) : $this->renderer->patch($master, $recipe, $window);

        return OutputColourConverter::of($master, $recipe)->onScreen($picture);
    }
}
