<?php

declare(strict_types=1);

namespace Snugfit\Work\Press;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\Format;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Entity\PrintState;

/** How large print files become and how long they take, learnt from those that this machine made last. */
final class Pace
{
    /** Finished files to learn from. */
    private const MEMORY = 60;

    /** Until there is something to learn from: bytes and seconds for a million pixels. */
    private const BYTES = ['jpeg' => 600_000.0, 'png' => 1_200_000.0, 'tiff' => 1_500_000.0];
    private const SECONDS = ['jpeg' => 0.06, 'png' => 0.25, 'tiff' => 0.12];

    /** @var ?array<string, array{bytes: float, seconds: float}> by format, for a million pixels */
    private ?array $learnt = null;

    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    public function expectedBytes(Recipe $recipe): int
    {
        return (int) ($this->of($recipe->write->format)['bytes'] * $recipe->size()->megapixels());
    }

    public function expectedSeconds(Recipe $recipe): float
    {
        // Starting a child takes a moment, however small the file.
        return 0.2 + $this->of($recipe->write->format)['seconds'] * $recipe->size()->megapixels();
    }

    /** Seconds until a file is made, once a worker has it in hand. */
    public function fileSecondsLeft(PrintFile $file): float
    {
        $recipe = $file->recipe();

        return null !== $recipe && $file->state()->isOpen() ? $this->expectedSeconds($recipe) * (1 - $file->progress()) : 0.0;
    }

    /** Seconds until a run ends, with so many workers. */
    public function secondsLeft(PrintRun $run, int $workers): float
    {
        $left = 0.0;
        $longest = 0.0;
        foreach ($run->files() as $file) {
            $seconds = $this->fileSecondsLeft($file);
            $left += $seconds;
            $longest = max($longest, $seconds);
        }

        return max($longest, $left / max(1, $workers));
    }

    /** @return array{bytes: float, seconds: float} */
    private function of(Format $format): array
    {
        $this->learnt ??= $this->learn();

        return $this->learnt[$format->value] ?? ['bytes' => self::BYTES[$format->value], 'seconds' => self::SECONDS[$format->value]];
    }

    /** @return array<string, array{bytes: float, seconds: float}> */
    private function learn(): array
    {
        $sums = [];
        foreach ($this->entities->getRepository(PrintFile::class)->findBy(['state' => PrintState::Made], ['id' => 'DESC'], self::MEMORY) as $file) {
            $found = $file->found();
            if (null === $found || null === $found->format || null === $file->seconds()) {
                continue;
            }
            $format = $found->format->value;
            $sums[$format] ??= ['bytes' => 0.0, 'seconds' => 0.0, 'megapixels' => 0.0];
            $sums[$format]['bytes'] += $found->bytes;
            $sums[$format]['seconds'] += max(0.01, $file->seconds() - 0.2);
            $sums[$format]['megapixels'] += $found->size->megapixels();
        }

        return array_map(static fn (array $sum): array => ['bytes' => $sum['bytes'] / $sum['megapixels'], 'seconds' => $sum['seconds'] / $sum['megapixels']], $sums);
    }
}
