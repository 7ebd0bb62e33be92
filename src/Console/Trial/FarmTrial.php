<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** Three machines with networks of their own share a shop's work, while cables are cut and machines, queue and store fail. */
final readonly class FarmTrial implements Trial
{
    private const PRODUCTS = ['5x7', '4x6'];
    private const PICTURES = 8;

    /** Files of some seconds' work, by which machines are compared. */
    private const LARGER_PRODUCTS = ['8x10', 'a4'];

    /** Pictures of a round, in pixels. */
    private const SIZE = [1500, 1000];

    public function name(): string
    {
        return 'farm';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        $checks = new TrialChecks($shop);
        $pictures = $this->pictures($client);
        $alone = $this->batch($shop, $client, 'Alone', $pictures);
        $checks->rests();
        $expected = $this->hashes($shop, $alone);
        $shop->close();

        $network = new TrialNetwork();
        $network->enter();
        $farm = new TrialFarm($shop, $network);
        try {
            $farm->startQueue();
            $farm->startStore();
            $shop->open($farm->options());
            $farm->machine('left')->work(2);
            $farm->machine('right')->work(2);
            foreach (range(0, $size - 1) as $round) {
                $client->given = [];
                $batch = $this->batch($shop, $client, "Round $round");
                usleep(mt_rand(500_000, 3_000_000));
                $trouble = $this->trouble($round, $shop, $farm, $network);
                try {
                    $checks->rests();
                    $checks->holds($batch, $client->given);
                    $checks->delivered($batch);
                } catch (TrialFailed $e) {
                    throw new TrialFailed("After $trouble: ".$e->getMessage());
                }
            }
            $same = $this->same($shop, $client, $farm, $pictures, $expected);
            $checks->verifies();
            $speed = $this->speed($shop, $client, $farm);
        } finally {
            $shop->close();
            $farm->close();
        }
        $farm->remove();

        return \sprintf('%d rounds of %d prints, a trouble in each; %s; %s', $size, self::PICTURES * \count(self::PRODUCTS), $same, $speed);
    }

    /** @return string what it was */
    private function trouble(int $round, TrialShop $shop, TrialFarm $farm, TrialNetwork $network): string
    {
        [$left, $right] = [$farm->machines['left'], $farm->machines['right']];
        switch ($round % 8) {
            case 0:
                $network->cut('left');
                sleep(45);
                $network->plug('left');

                return 'a cable that was cut for 45 s';
            case 1:
                $right->crash();
                sleep(3);
                $right->work(2);

                return 'the crash of a machine';
            case 2:
                $left->sleep(40);

                return 'a machine that slept for 40 s';
            case 3:
                $farm->killQueue();
                sleep(15);
                $farm->startQueue();

                return 'a crash of the queue, which came back after 15 s';
            case 4:
                $farm->killStore();
                sleep(20);
                $farm->startStore();

                return 'a crash of the store, which came back after 20 s';
            case 5:
                foreach (['left', 'right'] as $name) {
                    $network->cut($name);
                }
                sleep(12);
                foreach (['left', 'right'] as $name) {
                    $network->plug($name);
                }

                return 'both cables cut for 12 s';
            case 6:
                $shop->crash();
                sleep(2);
                $shop->open($farm->options());

                return 'the crash of the shop\'s machine';
            default:
                for ($i = 0; $i < 5; ++$i) {
                    $network->cut('right');
                    sleep(1);
                    $network->plug('right');
                    sleep(1);
                }

                return 'a loose cable';
        }
    }

    /**
     * Four workers on two machines make, bytes for bytes, what the shop made by itself.
     *
     * @param list<string>          $pictures
     * @param array<string, string> $expected
     */
    private function same(TrialShop $shop, TrialClient $client, TrialFarm $farm, array $pictures, array $expected): string
    {
        $shop->close();
        $shop->open([...$farm->options(), '--workers=0']);
        $batch = $this->batch($shop, $client, 'Together', $pictures);
        (new TrialChecks($shop))->rests();
        if ([] === $expected || $expected !== $this->hashes($shop, $batch)) {
            throw new TrialFailed('Wrong: together, the machines made other files than the shop by itself.');
        }
        $by = $shop->rows("SELECT DISTINCT worker FROM print_file file JOIN print_run run ON run.id = file.run_id
            WHERE run.batch_id = $batch AND worker IS NOT NULL");
        $names = array_map(static fn (array $row): string => (string) $row['worker'], $by);
        $machines = array_unique(array_map(static fn (string $name): string => explode(',', $name)[0], $names));
        if ([] !== array_diff(['left', 'right'], $machines) || 2 !== \count($machines)) {
            throw new TrialFailed('Not shared: '.implode('; ', $names));
        }

        return \sprintf('%d prints by %d workers on two machines are those of one, byte for byte', \count($expected), \count($names));
    }

    /** How much sooner two machines have done what one does, each with one worker. */
    private function speed(TrialShop $shop, TrialClient $client, TrialFarm $farm): string
    {
        $took = [];
        foreach ([['left'], ['left', 'right']] as $names) {
            foreach ($farm->machines as $machine) {
                $machine->close();
            }
            foreach ($names as $name) {
                $farm->machines[$name]->work(1);
            }
            // Until they were heard of, they are given nothing.
            sleep(12);
            $client->given = [];
            $batch = $this->batch($shop, $client, 'Speed '.implode(' and ', $names), [], self::LARGER_PRODUCTS);
            (new TrialChecks($shop))->rests();
            $took[] = $shop->number("SELECT 1000 * (julianday(finished_at) - julianday(started_at)) * 86400 FROM print_run
                WHERE batch_id = $batch");
        }

        return \sprintf('two machines are %.2f times as fast as one', $took[0] / max(1, $took[1]));
    }

    /**
     * @param list<string> $pictures none for new ones
     * @param list<string> $products
     */
    private function batch(
        TrialShop $shop,
        TrialClient $client,
        string $name,
        array $pictures = [],
        array $products = self::PRODUCTS,
    ): int {
        $batch = $client->openBatch($name, ...$products);
        foreach ([] === $pictures ? $this->pictures($client) : $pictures as $i => $picture) {
            $client->upload($batch, "farm-$i.png", $picture);
        }
        // A run makes what is read.
        (new TrialChecks($shop))->rests();
        $client->startRun($batch);

        return $batch;
    }

    /** @return list<string> bytes */
    private function pictures(TrialClient $client): array
    {
        return array_map(static fn (): string => $client->picture(...self::SIZE), range(1, self::PICTURES));
    }

    /** @return array<string, string> SHA-256 of a batch's deliveries by path */
    private function hashes(TrialShop $shop, int $batch): array
    {
        (new TrialChecks($shop))->delivered($batch);
        $hashes = [];
        foreach ($shop->rows("SELECT file.path, json_extract(file.found, '$.sha256') AS sha256
            FROM print_file file JOIN print_run run ON run.id = file.run_id WHERE run.batch_id = $batch ORDER BY file.path") as $row) {
            $hashes[(string) $row['path']] = (string) $row['sha256'];
        }

        return $hashes;
    }
}
