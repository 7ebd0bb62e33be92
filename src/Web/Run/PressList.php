<?php

declare(strict_types=1);

namespace Snugfit\Web\Run;

use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\Worker;

/** Who makes print files, on this machine and others: those at work first. */
final readonly class PressList
{
    /** Workers that are shown: what is asked for twice a second shall stay small. */
    private const MOST = 24;

    private function __construct(
        /** @var list<Worker> */
        public array $shown,
        /** @var array<string, PrintFile> what they do, by their names; nothing where they wait or are gone */
        public array $does,
        public int $working,
        public int $waiting,
        public int $gone,
        public int $machines,
    ) {
    }

    /**
     * @param list<Worker>             $workers all that were heard of
     * @param array<string, PrintFile> $inHand  by the worker's name
     */
    public static function of(array $workers, array $inHand): self
    {
        $presses = array_values(array_filter($workers, static fn (Worker $worker): bool => $worker->takesFrom('press')));
        $alive = array_filter($presses, static fn (Worker $worker): bool => $worker->isAlive());
        $working = array_filter($alive, static fn (Worker $worker): bool => isset($inHand[$worker->name()]));
        $waiting = array_udiff($alive, $working, static fn (Worker $a, Worker $b): int => $a->name() <=> $b->name());
        $gone = array_udiff($presses, $alive, static fn (Worker $a, Worker $b): int => $a->name() <=> $b->name());
        $machines = array_unique(array_map(static fn (Worker $worker): string => $worker->machine(), $alive));

        return new self(
            \array_slice([...$working, ...$gone, ...$waiting], 0, self::MOST),
            array_intersect_key($inHand, array_flip(array_map(static fn (Worker $worker): string => $worker->name(), $working))),
            \count($working),
            \count($waiting),
            \count($gone),
            \count($machines),
        );
    }

    public function hidden(): int
    {
        return $this->working + $this->waiting + $this->gone - \count($this->shown);
    }
}
