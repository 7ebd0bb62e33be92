<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Reading\MasterReader;

/** Reads a master. */
final readonly class ReadMasterHandler implements PixelJobHandler
{
    public function __construct(private MasterReader $masters = new MasterReader())
    {
    }

    public function name(): string
    {
        return ReadMasterJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ReadMasterJob::fromJson($record);

        return $this->masters->read($job->master->open(), $job->previews)->toArray();
    }
}
