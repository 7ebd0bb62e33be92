<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Reading\PageExtractor;

/** Takes a page of a master as a file of its own. */
final readonly class ExtractPageHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return ExtractPageJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ExtractPageJob::fromJson($record);
        PageExtractor::extract($this->masters->open($job->master), $job->page, $job->target);

        return [];
    }
}
