<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;

/** How large print files become and how long they take to write and to enlarge, learnt from those that this machine made last. */
final class DurationEstimator
{
    /** Finished files to learn from. */
    private const MEMORY = 60;

    /** Until there is something to learn from: bytes and seconds for a million pixels. */
    private const BYTES = ['jpeg' => 600_000.0, 'png' => 1_200_000.0, 'tiff' => 1_500_000.0, 'webp' => 300_000.0, 'pdf' => 600_000.0];
    private const SECONDS = ['jpeg' => 0.06, 'png' => 0.25, 'tiff' => 0.12, 'webp' => 0.35, 'pdf' => 0.06];

    /** How many times as large grain makes a file, until there is something to learn from (measured: 3 to 10 by much of it). */
    private const GRAIN = 3.0;

    /** @var ?array<string, array{bytes: float, seconds: float}> by format and whether there is grain, for a million pixels */
    private ?array $learnt = null;

    private readonly UpscaleEstimator $enlarging;

    public function __construct(private readonly EntityManagerInterface $entities, string $dataDir)
    {
        $this->enlarging = new UpscaleEstimator(new UpscaleTileCache($dataDir.'/enlarged'));
    }

    public function expectedBytes(Recipe $recipe): int
    {
        return (int) ($this->of($recipe)['bytes'] * $recipe->size()->megapixels());
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

    /** Seconds until a file is made, once a worker has it in hand. */
    public function fileSecondsLeft(PrintFile $file): float
    {
        $recipe = $file->recipe();

        return null !== $recipe && $file->state()->isOpen() ? $this->expectedSeconds($recipe, $file->artwork()->master()) * (1 - $file->progress()) : 0.0;
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
        // Starting a child takes a moment, however small the file.
        return 0.2 + $this->of($recipe)['seconds'] * $recipe->size()->megapixels();
    }

    /** Seconds that what is left to enlarge takes one worker. */
    public function enlargingSeconds(Recipe $recipe, string $master): float
    {
        return $this->enlarging->seconds($recipe, $master);
    }

    /** @return array{bytes: float, seconds: float} */
    private function of(Recipe $recipe): array
    {
        $this->learnt ??= $this->learn();
        $format = $recipe->write->format->value;
        $usual = $this->learnt[$format] ?? ['bytes' => self::BYTES[$format], 'seconds' => self::SECONDS[$format]];

        return $this->learnt[self::sort($recipe)] ?? ['bytes' => $usual['bytes'] * (null === $recipe->finish->grain ? 1.0 : self::GRAIN), 'seconds' => $usual['seconds']];
    }

    /** What is learnt apart: of finishing, grain alone makes files much larger. */
    private static function sort(Recipe $recipe): string
    {
        return $recipe->write->format->value.(null === $recipe->finish->grain ? '' : ' with grain');
    }

    /** @return array<string, array{bytes: float, seconds: float}> */
    private function learn(): array
    {
        $sums = [];
        foreach ($this->entities->getRepository(PrintFile::class)->findBy(['state' => PrintFileState::Made], ['id' => 'DESC'], self::MEMORY) as $file) {
            $found = $file->found();
            // What was enlarged took longer than writing it does; that pace is learnt by the enlarger.
            if (null === $found || null === $found->format || null === $file->seconds() || $this->wasEnlarged($file)) {
                continue;
            }
            $format = null === $file->recipe() ? $found->format->value : self::sort($file->recipe());
            $sums[$format] ??= ['bytes' => 0.0, 'seconds' => 0.0, 'megapixels' => 0.0];
            $sums[$format]['bytes'] += $found->bytes;
            $sums[$format]['seconds'] += max(0.01, $file->seconds() - 0.2);
            $sums[$format]['megapixels'] += $found->size->megapixels();
        }

        return array_map(static fn (array $sum): array => ['bytes' => $sum['bytes'] / $sum['megapixels'], 'seconds' => $sum['seconds'] / $sum['megapixels']], $sums);
    }

    private function wasEnlarged(PrintFile $file): bool
    {
        $recipe = $file->recipe();

        return null !== $recipe && $recipe->enlarge->passesFrom($recipe->frame->crop->size())->passes > 0;
    }
}
