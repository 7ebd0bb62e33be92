<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** Makes a small picture of what edits make of a master. */
final readonly class RepairPreviewHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return RepairPreviewJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = RepairPreviewJob::fromJson($record);
        $master = $this->masters->open($job->master);
        $picture = $this->masters->previewer->preview($master, $job->edits, RepairPreviewJob::SIDE, $job->isQuick);
        $picture->saveWhole('png', $job->target, ['compression' => 1]);

        return [];
    }
}
