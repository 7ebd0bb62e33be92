<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Production\WriteCost;
use Snugfit\Core\Production\WriteCosts;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Work\Child\CpuCount;

/** How large print files become and how long they take to write and to enlarge, learnt from those that this machine made last. */
final class DurationEstimator
{
    /** Finished files to learn from. */
    private const MEMORY = 60;

    private ?WriteCosts $costs = null;

    private readonly UpscaleEstimator $enlarging;

    public function __construct(private readonly PrintFileRepository $printFiles, DataFolder $data)
    {
        $this->enlarging = new UpscaleEstimator(new UpscaleTileCache($data->enlarged()));
    }

    public function expectedBytes(Recipe $recipe): int
    {
        return $this->costs()->bytes($recipe);
    }

    /**
     * With what is left to enlarge of its master now.
     *
     * @param string $master SHA-256
     */
    public function expectedSeconds(Recipe $recipe, string $master): float
    {
        return $this->writingSeconds($recipe) + $this->enlargingSeconds($recipe, $master);
    }

    /** @return float 0 to 1 */
    public function enlargingShare(Recipe $recipe, string $master): float
    {
        $enlarging = $this->enlargingSeconds($recipe, $master);

        return $enlarging / ($enlarging + $this->writingSeconds($recipe));
    }

    /**
     * What a run would have to do that was started now, with a worker for every core.
     *
     * @param list<PlacedPrint> $plan
     */
    public function forecast(array $plan): RunForecast
    {
        $wanted = [];
        $bytes = 0;
        foreach ($plan as $planned) {
            $recipe = $planned->print->recipe();
            if (null !== $recipe && $planned->print->isToMake()) {
                $wanted[] = [$recipe, $planned->placed->artwork->master(), 1.0];
                $bytes += $this->expectedBytes($recipe);
            }
        }

        return new RunForecast(\count($wanted), $this->secondsFor($wanted, CpuCount::count()), $bytes);
    }

    /** Seconds until a file is made, once a worker has it in hand. */
    public function fileSecondsLeft(PrintFile $file): float
    {
        $recipe = $file->recipe();

        return null !== $recipe && $file->state()->isOpen()
            ? $this->expectedSeconds($recipe, $file->artwork()->master()) * (1 - $file->progress())
            : 0.0;
    }

    /** Seconds until a run ends, with so many workers. */
    public function secondsLeft(PrintRun $run, int $workers): float
    {
        $wanted = [];
        foreach ($run->files() as $file) {
            $recipe = $file->recipe();
            if (null !== $recipe && $file->state()->isOpen()) {
                $wanted[] = [$recipe, $file->artwork()->master(), 1 - $file->progress()];
            }
        }

        return $this->secondsFor($wanted, $workers);
    }

    /**
     * Seconds for many files: what several of them show of a picture is enlarged once.
     *
     * @param list<array{Recipe, string, float}> $wanted recipe, master, and the share of it that is to be made
     */
    public function secondsFor(array $wanted, int $workers): float
    {
        $left = 0.0;
        $longest = 0.0;
        $pieces = [];
        foreach ($wanted as [$recipe, $master, $share]) {
            $left += $this->writingSeconds($recipe) * $share;
            $own = $this->enlarging->pieces($recipe, $master);
            $pieces += $own;
            $longest = max($longest, $this->writingSeconds($recipe) * $share + array_sum($own) / max(1, $workers));
        }

        return max($longest, ($left + array_sum($pieces)) / max(1, $workers));
    }

    private function writingSeconds(Recipe $recipe): float
    {
        return $this->costs()->seconds($recipe);
    }

    /** Seconds that what is left to enlarge takes one worker. */
    public function enlargingSeconds(Recipe $recipe, string $master): float
    {
        return $this->enlarging->seconds($recipe, $master);
    }

    private function costs(): WriteCosts
    {
        return $this->costs ??= new WriteCosts($this->learn());
    }

    /** @return array<string, WriteCost> by the sort of a recipe */
    private function learn(): array
    {
        $sums = [];
        foreach ($this->printFiles->madeLast(self::MEMORY) as $file) {
            $found = $file->found();
            $recipe = $file->recipe();
            // What was enlarged took longer than writing it does; that pace is learnt by the enlarger.
            if (null === $found || null === $recipe || null === $file->seconds() || $this->wasEnlarged($recipe)) {
                continue;
            }
            $sort = WriteCosts::sortOf($recipe);
            $sums[$sort] ??= ['bytes' => 0.0, 'seconds' => 0.0, 'megapixels' => 0.0];
            $sums[$sort]['bytes'] += $found->bytes;
            $sums[$sort]['seconds'] += max(0.01, $file->seconds() - WriteCosts::START_SECONDS);
            $sums[$sort]['megapixels'] += $found->size->megapixels();
        }

        return array_map(
            static fn (array $sum): WriteCost => new WriteCost($sum['bytes'] / $sum['megapixels'], $sum['seconds'] / $sum['megapixels']),
            $sums,
        );
    }

    private function wasEnlarged(Recipe $recipe): bool
    {
        return $recipe->enlarge->passesFrom($recipe->frame->crop->size())->passes > 0;
    }
}
