<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work\Farm;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The simulation against what can be worked out by hand. */
final class SimulationTest extends TestCase
{
    public function test_few_workers_make_what_they_can_and_many_what_the_line_bears(): void
    {
        $rows = $this->rows('--hours=1', '--seconds=60', '--megabytes=50', '--line=50', '--master-megabytes=0', '--word-ms=0');
        // Ten make 600 an hour at most; the last minute's are not done.
        self::assertGreaterThan(570, $rows[10]['prints']);
        self::assertLessThanOrEqual(600, $rows[10]['prints']);
        // A line of 50 MB a second bears one print of 50 MB a second.
        foreach ([100, 1000] as $workers) {
            self::assertEqualsWithDelta(3600, $rows[$workers]['prints'], 250);
            self::assertStringContainsString('into the store 100 %', $rows[$workers]['busiest']);
        }
    }

    public function test_words_of_progress_cost_the_host(): void
    {
        // A hundred workers that each say a word a second, of 5 ms each: half of the host.
        $rows = $this->rows('--hours=1', '--word-ms=5', '--progress=1', '--alive=100000', '--host-ms=0', '--line=100000');
        self::assertMatchesRegularExpression('/host (48|49|50|51) %/', $rows[100]['busiest']);
    }

    /** @return array<int, array{prints: int, busiest: string}> by workers */
    private function rows(string ...$options): array
    {
        $output = (new Process([\PHP_BINARY, 'tools/farm/simulate.php', ...$options], \dirname(__DIR__, 3)))->mustRun()->getOutput();
        $rows = [];
        foreach (\array_slice(explode("\n", trim($output)), 1) as $line) {
            if (1 !== preg_match('/^\s*(\d+)\s+([\d,]+)\s+\d+ %\s+(.+)$/', $line, $found)) {
                self::fail('Not a row: '.$line);
            }
            $rows[(int) $found[1]] = ['prints' => (int) str_replace(',', '', $found[2]), 'busiest' => $found[3]];
        }

        return $rows;
    }
}
