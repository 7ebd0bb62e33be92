<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Console\Trial\TrialChecks;
use Snugfit\Console\Trial\TrialClient;
use Snugfit\Console\Trial\TrialFarm;
use Snugfit\Console\Trial\TrialShop;
use Symfony\Component\Filesystem\Filesystem;

/** What a print that another machine makes costs at the shop, at the queue and at the store, by what their processes use. */
final readonly class FarmCost implements Measurement
{
    private const PORT = 8395;
    private const PICTURES = 20;
    private const PRODUCTS = ['4x6', '5x7'];

    /** Pixels; enough for both without enlarging, so that it is the way of a print that is measured. */
    private const SIZE = [2400, 1600];

    public function __construct(private string $projectDir)
    {
    }

    public function name(): string
    {
        return 'farm';
    }

    public function title(): string
    {
        return \sprintf('Farm: %d prints made by two machines, what each costs beside its pixels', self::PICTURES * \count(self::PRODUCTS));
    }

    public function measure(\Closure $say): void
    {
        if ([] === (glob('/usr/lib/postgresql/*/bin/postgres') ?: []) || !is_dir($this->projectDir.'/node_modules/s3rver')) {
            $say('not measured: it needs what the tests need; run bin/snugfit test once');

            return;
        }
        $shop = new TrialShop($this->projectDir, sys_get_temp_dir().'/snugfit-bench-'.bin2hex(random_bytes(4)), self::PORT);
        $farm = new TrialFarm($shop);
        try {
            $farm->startQueue();
            $farm->startStore();
            $shop->open([...$farm->options(), '--workers=0']);
            foreach (['north', 'south'] as $name) {
                $farm->machine($name)->work(1);
            }
            $this->run($shop, $farm, $say);
        } finally {
            $shop->close();
            $farm->close();
            $farm->remove();
            (new Filesystem())->remove($shop->data);
        }
    }

    /** @param \Closure(string): void $say */
    private function run(TrialShop $shop, TrialFarm $farm, \Closure $say): void
    {
        $client = new TrialClient($shop);
        $batch = $client->openBatch('Cost', ...self::PRODUCTS);
        for ($i = 0; $i < self::PICTURES; ++$i) {
            $client->upload($batch, "cost-$i.png", $client->picture(...self::SIZE));
        }
        $checks = new TrialChecks($shop);
        $checks->rests();
        [$before, $answersBefore] = [$this->seconds($shop, $farm), $farm->messages('answers')];
        $began = microtime(true);
        $client->startRun($batch);
        $checks->rests();
        $took = microtime(true) - $began;
        $prints = max(1, $checks->delivered($batch));
        $answers = $farm->messages('answers') - $answersBefore;
        $used = $this->seconds($shop, $farm);
        foreach ($used as $name => $seconds) {
            $say(\sprintf('%-28s %6.1f ms of a core a print', $name, 1000 * ($seconds - $before[$name]) / $prints));
        }
        $bytes = $shop->number("SELECT SUM(json_extract(found, '$.bytes')) FROM print_file");
        $say(\sprintf('%d prints in %.1f s; %.1f answers each, %.1f ms of the host for one', $prints, $took, $answers / $prints, 1000
            * ($used['host'] - $before['host']) / max(1, $answers)));
        $say(\sprintf('through the store: %.2f MB a print, and each master once to a machine', $bytes / 1e6 / $prints));
    }

    /** @return array<string, float> seconds of a core that were used so far */
    private function seconds(TrialShop $shop, TrialFarm $farm): array
    {
        $workers = [];
        foreach ($farm->machines as $machine) {
            $workers = [...$workers, ...$machine->processes('consume press')];
        }

        return [
            'host' => ProcessTime::seconds($shop->processes('consume answers')),
            'carriers, at the shop' => ProcessTime::seconds($shop->processes('consume carry')),
            'queue' => ProcessTime::seconds($farm->queueProcesses()),
            'store' => ProcessTime::seconds($farm->storeProcesses()),
            'workers, without the pixels' => ProcessTime::seconds($workers),
        ];
    }
}
