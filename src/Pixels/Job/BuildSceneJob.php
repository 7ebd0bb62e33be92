<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\Stroke;

/** Make a scene's pictures of a photo: how it looks, how light falls on a wall in it, and what stands in front. */
final readonly class BuildSceneJob implements PixelJob
{
    /** @param list<Stroke> $front painted over what stands in front */
    public function __construct(public string $photo, public string $folder, public array $front = [])
    {
    }

    public static function name(): string
    {
        return 'build-scene';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobPath::in($job, 'photo'),
            JobPath::in($job, 'folder'),
            array_map(Stroke::fromRecord(...), $job->records('front')),
        );
    }

    public function toArray(): array
    {
        return [
            'photo' => JobPath::encoded($this->photo),
            'folder' => JobPath::encoded($this->folder),
            'front' => array_map(static fn (Stroke $stroke): array => $stroke->toArray(), $this->front),
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles([$this->photo], [$this->folder.'/plate.jpg']);
    }

    public function timeLimit(): float
    {
        return 120;
    }
}
