<?php

declare(strict_types=1);

/*
 * Where a farm of 10 to 1,000 workers comes to its limits. Every print of a night goes its way through queue, worker, store, carriers
 * and host; each of these does one thing at a time for each of its servers, and the rest waits. Costs are those that
 * `bin/snugfit bench farm` measures; docs/scale.md tells what came of it.
 *
 * Usage: php tools/farm/simulate.php [--seconds=60] [--megabytes=40] [--host-ms=28] [--carry-ms=40] [--carriers=2] [--queue-ms=25]
 *        [--queue-cores=2] [--line=125] [--master-megabytes=20] [--prints-a-master=8] [--word-ms=11] [--progress=5] [--alive=20]
 *        [--hours=2]
 * --host-ms, --word-ms: of the host for a print, and for a word on how far it is or that a worker is there, which come every
 * --progress and --alive seconds.
 * --line: megabytes a second of the shop's line and of the store's, each way; 125 is a gigabit.
 */

/** A part of the farm that does a few things at a time. */
final class Station
{
    /** @var list<float> when each server is free again */
    private array $free;
    public float $busy = 0.0;

    public function __construct(public readonly string $name, int $servers)
    {
        $this->free = array_fill(0, $servers, 0.0);
    }

    /** @return float when something is done that came at a time and takes so long */
    public function does(float $at, float $seconds): float
    {
        $first = (int) array_search(min($this->free), $this->free, true);
        $this->busy += $seconds;

        return $this->free[$first] = max($at, $this->free[$first]) + $seconds;
    }

    public function load(float $until): float
    {
        return $this->busy / \count($this->free) / $until;
    }
}

$options = [
    'seconds' => 60, 'megabytes' => 40, 'host-ms' => 28, 'carry-ms' => 40, 'carriers' => 2, 'queue-ms' => 25, 'queue-cores' => 2,
    'line' => 125, 'master-megabytes' => 20, 'prints-a-master' => 8,
    'word-ms' => 11, 'progress' => 5, 'alive' => 20, 'hours' => 2,
];
foreach (array_slice($argv, 1) as $argument) {
    if (1 !== preg_match('/^--([a-z-]+)=(\d+(?:\.\d+)?)$/', $argument, $found) || !isset($options[$found[1]])) {
        fwrite(\STDERR, "What is \"$argument\"? It takes --".implode('=N, --', array_keys($options))."=N.\n");
        exit(2);
    }
    $options[$found[1]] = (float) $found[2];
}

/**
 * @param array<string, float|int> $o
 *
 * @return array{float, array<string, float>} prints an hour, and the load of each part, 0 to 1
 */
function simulate(int $workers, array $o): array
{
    mt_srand(7);
    $queue = new Station('queue', (int) $o['queue-cores']);
    $in = new Station('into the store', 1);
    $out = new Station('out of the store', 1);
    $toShop = new Station('to the shop', 1);
    $fromShop = new Station('from the shop', 1);
    $carriers = new Station('carriers', (int) $o['carriers']);
    $host = new Station('host', 1);
    $until = $o['hours'] * 3600;
    // What happens next: [what, when a step began]. A heap of times, smallest first.
    $events = new SplPriorityQueue();
    $at = static fn (float $time, string $what) => $events->insert([$what, $time], -$time);
    // The host hands out twice as many files as there are workers, and one more for each that it takes in.
    $ready = 2 * $workers;
    $idle = 0;
    $made = 0;
    for ($i = 0; $i < $workers; ++$i) {
        $at(mt_rand() / mt_getrandmax(), 'takes');
        $at($o['alive'] * mt_rand() / mt_getrandmax(), 'is there');
    }
    while (!$events->isEmpty()) {
        [$what, $now] = $events->extract();
        if ($now > $until) {
            break;
        }
        switch ($what) {
            case 'takes':
                if (0 === $ready) {
                    ++$idle;
                    break;
                }
                --$ready;
                $at($queue->does($now, $o['queue-ms'] / 2000), mt_rand() % (int) $o['prints-a-master'] === 0 ? 'fetches' : 'makes');
                break;
            case 'fetches':
                // Brought to the store by a carrier, and fetched from there.
                $at($fromShop->does($now, $o['master-megabytes'] / $o['line']), 'has it brought');
                break;
            case 'has it brought':
                $at($in->does($now, $o['master-megabytes'] / $o['line']), 'has it fetched');
                break;
            case 'has it fetched':
                $at($out->does($now, $o['master-megabytes'] / $o['line']), 'makes');
                break;
            case 'makes':
                // Some files take four times as long as others.
                $seconds = $o['seconds'] * (0.4 + 1.2 * mt_rand() / mt_getrandmax());
                for ($told = $o['progress']; $told < $seconds; $told += $o['progress']) {
                    $at($now + $told, 'says how far');
                }
                $at($now + $seconds, 'hands over');
                break;
            case 'is there':
                $at($now + $o['alive'], 'is there');
                $host->does($now, $o['word-ms'] / 1000);
                break;
            case 'says how far':
                $host->does($now, $o['word-ms'] / 1000);
                break;
            case 'hands over':
                $at($in->does($now, $o['megabytes'] / $o['line']), 'tells');
                break;
            case 'tells':
                $told = $queue->does($now, $o['queue-ms'] / 2000);
                $at($told, 'takes');
                $at($told, 'is carried');
                break;
            case 'is carried':
                // A carrier has it in hand while it comes.
                $at($carriers->does($now, $o['carry-ms'] / 1000 + $o['megabytes'] / $o['line']), 'comes home');
                break;
            case 'comes home':
                $at($out->does($now, $o['megabytes'] / $o['line']), 'lands');
                break;
            case 'lands':
                $at($toShop->does($now, $o['megabytes'] / $o['line']), 'is taken in');
                break;
            case 'is taken in':
                $at($host->does($now, $o['host-ms'] / 1000), 'is made');
                break;
            case 'is made':
                ++$made;
                ++$ready;
                if ($idle > 0) {
                    --$idle;
                    $at($now, 'takes');
                }
        }
    }
    $loads = [];
    foreach ([$queue, $in, $out, $toShop, $fromShop, $carriers, $host] as $station) {
        $loads[$station->name] = min(1.0, $station->load($until));
    }

    return [$made / $o['hours'], $loads];
}

printf("%7s %10s %9s  %s\n", 'workers', 'prints/h', 'of ideal', 'what is busiest');
foreach ([10, 20, 50, 100, 200, 500, 1000] as $workers) {
    [$made, $loads] = simulate($workers, $options);
    arsort($loads);
    $told = [];
    foreach (array_slice($loads, 0, 4) as $name => $load) {
        $told[] = sprintf('%s %d %%', $name, round(100 * $load));
    }
    $ideal = $workers * 3600 / $options['seconds'];
    printf("%7d %10s %7d %%  %s\n", $workers, number_format($made), round(100 * $made / $ideal), implode(', ', $told));
}
