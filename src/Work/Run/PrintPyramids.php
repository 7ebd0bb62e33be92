<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Production\WriteCosts;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Job\PyramidJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Symfony\Component\Filesystem\Filesystem;

/** Whole pictures of prints, as tiles at every scale: made once, kept for looking, cleared like patches. */
final readonly class PrintPyramids
{
    public const FOLDER = 'whole';

    /** Seconds between looks at how far one is. */
    private const LOOK = 0.25;

    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private DurationEstimator $durations,
    ) {
    }

    /** The scale of the print's own pixels, where 0 is the whole picture in one pixel and each doubles the one before. */
    public static function levels(PixelSize $size): int
    {
        return (int) ceil(log(max($size->width, $size->height), 2));
    }

    /** @param string $master SHA-256 */
    public function isThere(string $master, Recipe $recipe): bool
    {
        return is_dir($this->folder($master, $recipe));
    }

    /** @return ?string the tile's file, null where there is none */
    public function tile(string $master, Recipe $recipe, int $level, int $x, int $y): ?string
    {
        $path = \sprintf('%s/%s/%d_%d.png', $this->folder($master, $recipe), \sprintf(PyramidJob::TILES, $level), $x, $y);

        return is_file($path) ? $path : null;
    }

    public function expectedSeconds(string $master, Recipe $recipe): float
    {
        return $this->isThere($master, $recipe)
            ? 0.0
            : $this->durations->enlargingSeconds($recipe, $master) + WriteCosts::tileSeconds($recipe->enlarge->to->megapixels());
    }

    /**
     * Makes one; whoever stops listening stops it.
     *
     * @return iterable<array{done: float, left?: float, failed?: string}> the share done and seconds left, more than once a second
     */
    public function make(string $master, Recipe $recipe): iterable
    {
        $folder = $this->folder($master, $recipe);
        if (is_dir($folder)) {
            yield ['done' => 1.0];

            return;
        }
        $enlarging = $this->durations->enlargingSeconds($recipe, $master);
        $writing = WriteCosts::tileSeconds($recipe->enlarge->to->megapixels());
        $growing = \sprintf('%s.%s.part', $folder, bin2hex(random_bytes(4)));
        $child = $this->processes->start(new PyramidJob($this->masters->of($master), $recipe, $growing, $folder));
        try {
            $began = microtime(true);
            while ($child->isRunning()) {
                $done = min(
                    0.99,
                    ($enlarging * $child->enlarged() + $writing * $this->written($growing, $recipe)) / max(1e-6, $enlarging + $writing),
                );
                $took = microtime(true) - $began;
                // By what was expected at first, by what was done once that tells.
                yield ['done' => $done, 'left' => $done > 0.05 ? ($took * (1 - $done)) / $done : max(0.0, $enlarging + $writing - $took)];
                usleep((int) (self::LOOK * 1e6));
            }
            $child->facts();
            yield ['done' => 1.0];
        } catch (PixelJobFailed $e) {
            yield ['done' => 0.0, 'failed' => $e->getMessage()];
        } finally {
            $child->kill();
            (new Filesystem())->remove($growing);
        }
    }

    /** Share of the tiles at the print's own pixels that are there. */
    private function written(string $growing, Recipe $recipe): float
    {
        $to = $recipe->enlarge->to;
        $tiles = @scandir($growing.'/'.\sprintf(PyramidJob::TILES, self::levels($to)));

        return (false === $tiles ? 0 : \count($tiles) - 2) / (ceil($to->width / PyramidJob::TILE) * ceil($to->height / PyramidJob::TILE));
    }

    private function folder(string $master, Recipe $recipe): string
    {
        return $this->store->path(\sprintf('%s/%s', self::FOLDER, hash('sha256', $master.$recipe->unmounted()->hash())));
    }
}
