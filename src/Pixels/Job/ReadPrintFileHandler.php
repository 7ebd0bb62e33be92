<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\PrintFileReader;

/** Reads a print file. */
final readonly class ReadPrintFileHandler implements PixelJobHandler
{
    public function __construct(private PrintFileReader $printFiles = new PrintFileReader())
    {
    }

    public function name(): string
    {
        return ReadPrintFileJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ReadPrintFileJob::fromJson($record);

        return $this->printFiles->read($job->file)->toArray();
    }
}
