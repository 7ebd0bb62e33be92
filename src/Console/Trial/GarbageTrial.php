<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

use Symfony\Component\Process\Process;

/** Databases become garbage, masters and deliveries are altered. */
final readonly class GarbageTrial implements Trial
{
    public function name(): string
    {
        return 'garbage';
    }

    public function run(TrialShop $shop, TrialClient $client, int $size): string
    {
        $checks = new TrialChecks($shop);
        $batch = $client->openBatch('Garbage', '4x6', '5x7');
        $client->given = [];
        foreach (range(1, 3) as $i) {
            $client->upload($batch, "garbage-$i.png", $client->picture());
        }
        $checks->rests();
        $client->startRun($batch);
        $this->spoil($shop->data.'/queue.sqlite');
        $checks->rests();
        $checks->delivered($batch);

        $backups = $shop->data.'-backups';
        $this->snugfit($shop, 'backup', $backups);
        $prints = $this->alter($shop, $client, $checks, $batch);
        $shop->close();
        $this->spoil($shop->data.'/shop.sqlite');
        $this->staysShut($shop);
        $this->snugfit($shop, 'restore', $backups);
        $shop->open();
        $checks->rests();
        $checks->holds($batch, $client->given);
        $checks->verifies();
        (new Process(['rm', '-rf', $backups]))->run();

        return \sprintf(
            'the queue spoilt in a run, the shop\'s data spoilt and put back, a delivery and a master altered; %d prints',
            $prints,
        );
    }

    private function alter(TrialShop $shop, TrialClient $client, TrialChecks $checks, int $batch): int
    {
        $deliveries = glob(\sprintf('%s/files/deliveries/%04d/*.jpg', $shop->data, $batch)) ?: [];
        $delivery = $deliveries[0] ?? throw new TrialFailed('No delivery.');
        $this->flip($delivery);
        $client->startRun($batch);
        $checks->rests();
        $prints = $checks->delivered($batch);
        $master = $shop->rows("SELECT master FROM batch_artwork WHERE batch_id = $batch")[0]['master'] ?? '';
        $path = \sprintf('%s/files/masters/%s/%s', $shop->data, substr((string) $master, 0, 2), $master);
        $bytes = (string) file_get_contents($path);
        chmod($path, 0o600);
        $this->flip($path);
        $shop->database()->exec("UPDATE print_file SET recipe_hash = 'another' WHERE state IN ('made', 'unchanged')");
        $client->startRun($batch);
        $checks->rests();
        $failed = $shop->rows("SELECT reason FROM print_file WHERE state = 'failed' AND run_id = (SELECT MAX(id) FROM print_run)");
        if ([] === $failed || !str_contains((string) $failed[0]['reason'], 'checksum')) {
            throw new TrialFailed('Wrong: a print was made from an altered master.');
        }
        file_put_contents($path, $bytes);

        return $prints;
    }

    private function staysShut(TrialShop $shop): void
    {
        try {
            $shop->open();
        } catch (TrialFailed $e) {
            if (str_contains($e->getMessage(), 'restore')) {
                return;
            }
            throw $e;
        }
        throw new TrialFailed('A shop with broken data was opened.');
    }

    private function snugfit(TrialShop $shop, string ...$words): void
    {
        $command = ['bash', $shop->projectDir.'/bin/snugfit', ...array_values($words)];
        (new Process($command, env: ['SNUGFIT_DATA' => $shop->data], timeout: 600))->mustRun();
    }

    private function spoil(string $path): void
    {
        $file = fopen($path, 'r+') ?: throw new TrialFailed('There is no '.$path);
        fwrite($file, random_bytes(8192));
        fclose($file);
        foreach (['-wal', '-shm'] as $part) {
            @unlink($path.$part);
        }
    }

    private function flip(string $path): void
    {
        $file = fopen($path, 'r+') ?: throw new TrialFailed('There is no '.$path);
        fseek($file, -40, \SEEK_END);
        $byte = (string) fread($file, 1);
        fseek($file, -40, \SEEK_END);
        fwrite($file, \chr(\ord($byte) ^ 1));
        fclose($file);
    }
}
