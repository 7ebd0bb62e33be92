<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\JsonReader;
use Symfony\Component\Process\Process;

/** A sheet of 200 artworks × 30 products in a shop of its own, seen by a real browser. */
final readonly class SheetSpeed implements Measurement
{
    private const PORT = '8391';

    public function __construct(private string $projectDir)
    {
    }

    public function name(): string
    {
        return 'sheet';
    }

    public function title(): string
    {
        return \sprintf('Fit sheet: %d artworks × %d products, in a browser', SheetShop::ARTWORKS, SheetShop::PRODUCTS);
    }

    public function measure(\Closure $say): void
    {
        if (!is_file('/usr/bin/chromium') || !is_dir($this->projectDir.'/node_modules/@playwright/test')) {
            $say('not measured: it needs what the tests need; run bin/snugfit test once');

            return;
        }
        BenchFolder::within(fn (string $data) => $this->measureIn($data, $say));
    }

    /** @param \Closure(string): void $say */
    private function measureIn(string $data, \Closure $say): void
    {
        $shop = new Process(
            ['bash', 'tools/serve.sh', 'start', '--port', self::PORT],
            $this->projectDir,
            ['SNUGFIT_DATA' => $data],
            timeout: null,
        );
        try {
            $shop->start();
            $shop->waitUntil(static fn (string $type, string $text): bool => str_contains($text, 'is open'));
            $batch = trim(
                (new Process([\PHP_BINARY, 'bin/console', 'bench:sheet-shop'], $this->projectDir, ['SNUGFIT_DATA' => $data]))
                    ->mustRun()
                    ->getOutput(),
            );
            $answer = (new Process(
                ['node', 'tools/bench-sheet.mjs', \sprintf('http://127.0.0.1:%s/batches/%s/fit', self::PORT, $batch)],
                $this->projectDir,
                timeout: 180,
            ))
                ->mustRun()
                ->getOutput();
            $this->report($say, JsonReader::decode($answer, 'the browser\'s measures'));
        } finally {
            $shop->stop(15);
        }
    }

    private function report(\Closure $say, JsonReader $measures): void
    {
        $frames = $measures->record('frames');
        $say(
            \sprintf(
                'server %.0f ms, page %.0f kB (%.0f kB sent), first rows seen after %.0f ms',
                $measures->float('server'),
                $measures->float('bytes') / 1e3,
                $measures->float('sent') / 1e3,
                $measures->float('rows'),
            ),
        );
        $say(
            \sprintf(
                'scrolled through all %d rows: a frame every %.0f ms (median), %.0f ms (95 in 100), %.0f ms at worst, %d frames',
                $frames->int('rows'),
                $frames->float('median'),
                $frames->float('slow'),
                $frames->float('worst'),
                $frames->int('count'),
            ),
        );
    }
}
