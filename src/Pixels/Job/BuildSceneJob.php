<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Scene\PhotographedCloth;

/** Make a scene's pictures of a photo: how it looks, how light falls on a wall in it, and what stands in front. */
final readonly class BuildSceneJob implements PixelJob
{
    /**
     * @param list<Stroke> $front painted over what stands in front
     * @param ?string      $mask  a picture that is white where prints can be seen
     * @param ?string      $shade a picture of how light falls on them
     */
    public function __construct(
        public string $photo,
        public string $folder,
        public array $front = [],
        public ?string $mask = null,
        public ?string $shade = null,
        /** Where in the photo the thing is that carries prints; null where they hang or lie before it. */
        public ?FractionBox $thing = null,
        public ?PhotographedCloth $cloth = null,
    ) {
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
            $job->has('mask') ? JobPath::in($job, 'mask') : null,
            $job->has('shade') ? JobPath::in($job, 'shade') : null,
            $job->has('thing') ? FractionBox::parse($job->string('thing')) : null,
            $job->has('cloth') ? PhotographedCloth::fromRecord($job->record('cloth')) : null,
        );
    }

    public function toArray(): array
    {
        return [
            'photo' => JobPath::encoded($this->photo),
            'folder' => JobPath::encoded($this->folder),
            'front' => array_map(static fn (Stroke $stroke): array => $stroke->toArray(), $this->front),
            ...null === $this->mask ? [] : ['mask' => JobPath::encoded($this->mask)],
            ...null === $this->shade ? [] : ['shade' => JobPath::encoded($this->shade)],
            ...null === $this->thing ? [] : ['thing' => implode(',', $this->thing->toList())],
            ...null === $this->cloth ? [] : ['cloth' => $this->cloth->toArray()],
        ];
    }

    public function files(): JobFiles
    {
        return new JobFiles(array_values(array_filter([$this->photo, $this->mask, $this->shade])), [$this->folder.'/plate.jpg']);
    }

    public function timeLimit(): float
    {
        return 120;
    }
}
