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
        $working = $waiting = $gone = $does = $machines = [];
        foreach (array_filter($workers, static fn (Worker $worker): bool => $worker->takesFrom('press')) as $worker) {
            if (!$worker->isAlive()) {
                $gone[] = $worker;
                continue;
            }
            $machines[$worker->machine()] = true;
            $file = $inHand[$worker->name()] ?? null;
            if (null === $file) {
                $waiting[] = $worker;
            } else {
                $working[] = $worker;
                $does[$worker->name()] = $file;
            }
        }

        return new self(
            \array_slice([...$working, ...$gone, ...$waiting], 0, self::MOST),
            $does,
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
