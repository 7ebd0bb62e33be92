<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Work\Child\CpuCount;

/** At the host: which machines make print files, and which of them a picture's files go to. */
final readonly class Machines
{
    public function __construct(private WorkerRepository $workers, private FarmSettings $settings)
    {
    }

    /** How many files can be made at a time. */
    public function presses(): int
    {
        return (int) array_sum($this->alive()) ?: CpuCount::count();
    }

    /**
     * The machine for all files of one master, so that it is fetched and enlarged there once: by rendezvous hashing, weighted by
     * workers (Thaler and Ravishankar 1998), so that a machine that comes or goes moves only its own share.
     *
     * @param string $master SHA-256
     *
     * @return ?string null where the shop works by itself, or nobody was heard of
     */
    public function nearTo(string $master): ?string
    {
        return $this->settings->isOn() ? self::nearest($master, $this->alive()) : null;
    }

    /** @param array<string, int> $machines workers by the machine's name */
    public static function nearest(string $master, array $machines): ?string
    {
        $nearest = null;
        $best = -1.0;
        foreach ($machines as $name => $workers) {
            // Between 0 and 1, neither included.
            $draw = ((int) hexdec(substr(hash('sha256', $name."\0".$master), 0, 12)) + 0.5) / 2 ** 48;
            $score = -$workers / log($draw);
            if ($score > $best) {
                [$nearest, $best] = [(string) $name, $score];
            }
        }

        return $nearest;
    }

    /** @return array<string, int> press workers by machine; of a shop by itself under no name */
    private function alive(): array
    {
        $machines = [];
        foreach ($this->workers->known() as $worker) {
            if ($worker->isAlive() && $worker->takesFrom(FarmLaneFactory::SHARED_OUT)) {
                $machines[$worker->machine()] = ($machines[$worker->machine()] ?? 0) + 1;
            }
        }

        return $machines;
    }
}
