<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Work\Run\DurationEstimator;

/** A run as the room shows it: what is in work first, then what failed, then the rest. */
final readonly class RunBoard
{
    private function __construct(
        /** @var list<PrintFile> */
        public array $files,
        /** @var array<string, int> by state */
        public array $counts,
        /** Share of all work done, by pixels, 0 to 1. */
        public float $share,
        public float $secondsLeft,
        public int $wanted,
        public int $made,
        /** @var array<int, float> seconds left of each file in work, by its number */
        public array $fileSecondsLeft,
    ) {
    }

    public static function of(PrintRun $run, DurationEstimator $durations, int $workers): self
    {
        $files = $run->files();
        $order = [
            PrintFileState::Making,
            PrintFileState::Failed,
            PrintFileState::Queued,
            PrintFileState::Waiting,
            PrintFileState::Made,
            PrintFileState::Unchanged,
            PrintFileState::Cancelled,
            PrintFileState::Short,
        ];
        usort(
            $files,
            static fn (PrintFile $a, PrintFile $b): int => [array_search($a->state(), $order, true), $a->id()] <=> [
                array_search($b->state(), $order, true),
                $b->id(),
            ],
        );
        $counts = array_fill_keys(array_column(PrintFileState::cases(), 'value'), 0);
        $all = $done = 0.0;
        $fileSecondsLeft = [];
        foreach ($files as $file) {
            ++$counts[$file->state()->value];
            if (PrintFileState::Making === $file->state()) {
                $fileSecondsLeft[$file->id()] = $durations->fileSecondsLeft($file);
            }
            $pixels = (float) ($file->recipe()?->size()->pixels() ?? 0);
            $all += $pixels;
            $done += $pixels * ($file->state()->isOpen() ? $file->progress() : 1.0);
        }

        return new self(
            $files,
            $counts,
            $all > 0 ? $done / $all : 1.0,
            $durations->secondsLeft($run, $workers),
            \count($files) - $counts[PrintFileState::Short->value] - $counts[PrintFileState::Cancelled->value],
            $counts[PrintFileState::Made->value] + $counts[PrintFileState::Unchanged->value],
            $fileSecondsLeft,
        );
    }
}
