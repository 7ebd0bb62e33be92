<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Work\Run\DurationEstimator;

/** A run as the room shows it: what is in work first, then what failed, then the rest, a page at a time. */
final readonly class RunBoard
{
    /** Files on a page: what is asked for twice a second shall stay small. */
    public const PAGE = 30;

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
        public int $page,
        public int $pages,
    ) {
    }

    public static function of(PrintRun $run, PrintFileRepository $printFiles, DurationEstimator $durations, int $workers, int $page): self
    {
        $counts = $printFiles->countByState($run) + array_fill_keys(array_column(PrintFileState::cases(), 'value'), 0);
        $count = array_sum($counts);
        $pages = max(1, (int) ceil($count / self::PAGE));
        $page = max(1, min($pages, $page));
        $files = $printFiles->listed($run, ($page - 1) * self::PAGE, self::PAGE);
        $fileSecondsLeft = [];
        foreach ($files as $file) {
            if (PrintFileState::Making === $file->state()) {
                $fileSecondsLeft[$file->id()] = $durations->fileSecondsLeft($file);
            }
        }
        [$all, $done] = $printFiles->pixels($run);

        return new self(
            $files,
            $counts,
            $all > 0 ? $done / $all : 1.0,
            null === $run->finishedAt() ? $durations->secondsLeft($run, $workers) : 0.0,
            $count - $counts[PrintFileState::Short->value] - $counts[PrintFileState::Cancelled->value],
            $counts[PrintFileState::Made->value] + $counts[PrintFileState::Unchanged->value],
            $fileSecondsLeft,
            $page,
            $pages,
        );
    }
}
