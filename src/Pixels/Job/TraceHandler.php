<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Trace\OutlineFile;

/** Makes outlines of a picture, as a file to take away. */
final readonly class TraceHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return TraceJob::name();
    }

    /** @return array<string, bool|float|int|string> what TraceReport tells */
    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = TraceJob::fromJson($record);
        $traced = $this->masters->tracer->trace($this->masters->prepared($job->master, $job->edits), $job->settings, $job->isForced, $tell);
        if ($job->isForced || $traced->report->isSuited()) {
            OutlineFile::write($traced->outlines, $job->settings->isStacked, $job->format, $job->target, $job->size);
        }

        return $traced->report->toArray();
    }
}
