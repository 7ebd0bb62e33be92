<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\ToneReport;

/** Counts tones. */
final readonly class ToneReportHandler implements PixelJobHandler
{
    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return ToneReportJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ToneReportJob::fromJson($record);

        return (new ToneReport($this->renderer))->of($this->masters->prepared($job->master, $job->recipe->repair), $job->recipe);
    }
}
