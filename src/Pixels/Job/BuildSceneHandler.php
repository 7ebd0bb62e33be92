<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Reading\Master;
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
        $picture = fn (?string $path): ?Master => null === $path ? null : $this->masters->open(new JobMaster($path));
        $photo = $this->masters->open(new JobMaster($job->photo));
        $made = $this->scenes->build(
            $photo, $job->folder, $job->front, $picture($job->mask), $picture($job->shade), $job->thing, $job->cloth,
        );

        return ['width' => $made->size->width, 'height' => $made->size->height, 'colour' => $made->colour];
    }
}
