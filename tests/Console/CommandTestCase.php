<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use Snugfit\Core\JsonReader;
use Snugfit\Tests\Pixels\PixelTestCase;
use Symfony\Component\Process\Process;

/** Commands are run as people run them: in a process of their own, on real files. */
abstract class CommandTestCase extends PixelTestCase
{
    protected function snugfit(string ...$words): Process
    {
        $process = new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/bin/console', ...array_values($words)], $this->folder, ['APP_ENV' => 'test', 'SNUGFIT_DATA' => $this->folder.'/no-shop', 'COLUMNS' => '200'], timeout: 400);
        $process->run();

        return $process;
    }

    protected function answer(string ...$words): JsonReader
    {
        $process = $this->snugfit(...$words);
        self::assertContains($process->getExitCode(), [0, 2], $process->getErrorOutput());

        return JsonReader::decode($process->getOutput(), 'an answer');
    }
}
