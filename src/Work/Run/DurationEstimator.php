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
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\PlacedPrint;
use Snugfit\Shop\Repository\PrintFileRepository;

/** How large print files become and how long they take to write and to enlarge, learnt from those that this machine made last. */
final class DurationEstimator
{
    /** Files of a run that are looked at to tell how long all will take. */
    private const LOOKED_AT = 120;

    /** Placements of which a forecast looks at all. */
    private const FORECAST_FROM = 2000;

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
     * What a run would have to do that was started now. Of very many files, those of some pictures stand for all.
     *
     * @param iterable<PlacedPrint> $plan    artwork by artwork
     * @param int                   $workers that would make them
     * @param int                   $count   of the prints in it, about
     */
    public function forecast(iterable $plan, int $workers, int $count = 0): RunForecast
    {
        $work = new WorkSum($this->costs(), $this->enlarging, $workers);
        $stride = max(1, intdiv($count, self::FORECAST_FROM));
        $files = $looked = $bytes = $pictures = 0;
        $master = '';
        foreach ($plan as $planned) {
            $recipe = $planned->print->recipe();
            if (null === $recipe || !$planned->print->isToMake()) {
                continue;
            }
            ++$files;
            $pictures += (int) ($master !== $planned->placed->artwork->master());
            $master = $planned->placed->artwork->master();
            if (0 === ($pictures - 1) % $stride) {
                $work->add($recipe, $master);
                $bytes += $this->expectedBytes($recipe);
                ++$looked;
            }
        }
        $share = $files / max(1, $looked);

        return new RunForecast($files, $work->seconds() * $share, (int) ($bytes * $share));
    }

    /** Seconds until a file is made, once a worker has it in hand. */
    public function fileSecondsLeft(PrintFile $file): float
    {
        $recipe = $file->recipe();

        return null !== $recipe && $file->state()->isOpen()
            ? $this->expectedSeconds($recipe, $file->artwork()->master()) * (1 - $file->progress())
            : 0.0;
    }

    /** Seconds until a run ends, with so many workers. Of very many files, some stand for all. */
    public function secondsLeft(PrintRun $run, int $workers): float
    {
        $counts = $this->printFiles->countByState($run);
        $open = array_sum(array_map(
            static fn (PrintFileState $state): int => $state->isOpen() ? $counts[$state->value] ?? 0 : 0,
            PrintFileState::cases(),
        ));
        $work = new WorkSum($this->costs(), $this->enlarging, max(1, $workers));
        $looked = $this->printFiles->open($run, self::LOOKED_AT);
        foreach ($looked as $file) {
            $recipe = $file->recipe();
            if (null !== $recipe) {
                $work->add($recipe, $file->artwork()->master(), 1 - $file->progress());
            }
        }

        return $work->seconds() * ($open / max(1, \count($looked)));
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
        return $recipe->enlarge->planFor($recipe->frame->crop->size())->doublings > 0;
    }
}
