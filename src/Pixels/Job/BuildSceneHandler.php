<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Scene\PhotoScene;

/** Makes a scene's pictures. */
final readonly class BuildSceneHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters, private PhotoScene $scenes = new PhotoScene())
    {
    }

    public function name(): string
    {
        return BuildSceneJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = BuildSceneJob::fromJson($record);
        $size = $this->scenes->build($this->masters->open(new JobMaster($job->photo)), $job->folder, $job->front);

        return ['width' => $size->width, 'height' => $size->height];
    }
}
