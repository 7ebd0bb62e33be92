<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Scene\SceneFolder;

/** Show several prints on one wall, with their names. */
final readonly class GuideJob implements PixelJob
{
    private const MOST_SECONDS = 300.0;

    /**
     * @param non-empty-list<GuidePrint> $prints
     * @param string                     $scene  a scene's folder
     */
    public function __construct(
        public array $prints,
        public string $scene,
        public SceneLook $look,
        public PreviewSize $size,
        public string $target,
        public PreviewFormat $format = PreviewFormat::Jpeg,
    ) {
    }

    public static function name(): string
    {
        return 'guide';
    }

    public static function fromJson(JsonReader $job): self
    {
        $prints = array_map(GuidePrint::fromJson(...), $job->records('prints'));

        return new self(
            [] === $prints ? throw MalformedJson::field('a pixel job', 'prints', 'one print at least') : $prints,
            JobPath::in($job, 'scene'),
            SceneLook::fromRecord($job->record('look')),
            new PreviewSize($job->int('width')),
            JobPath::in($job, 'target'),
            PreviewFormat::from($job->string('format')),
        );
    }

    public function toArray(): array
    {
        return [
            'prints' => array_map(static fn (GuidePrint $one): array => $one->toArray(), $this->prints),
            'scene' => JobPath::encoded($this->scene),
            'look' => $this->look->toArray(),
            'width' => $this->size->width,
            'target' => JobPath::encoded($this->target),
            'format' => $this->format->value,
        ];
    }

    public function files(): JobFiles
    {
        $masters = array_map(static fn (GuidePrint $one): string => $one->master->path, $this->prints);

        return new JobFiles([...array_values(array_unique($masters)), $this->scene.'/'.SceneFolder::ABOUT], [$this->target]);
    }

    public function timeLimit(): float
    {
        return self::MOST_SECONDS;
    }
}
