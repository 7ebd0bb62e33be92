<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Scene\SceneFolder;

/** Show a print in a scene. */
final readonly class PreviewJob implements PixelJob
{
    /** Seconds: the largest preview of a master that has to be prepared first. */
    private const MOST_SECONDS = 300.0;

    /**
     * @param string  $scene a scene's folder
     * @param ?string $file  the print file, where it is made: quicker than making its pixels again
     * @param ?string $print where its pixels are kept, or will be, for the next scene; where there is no file
     */
    public function __construct(
        public JobMaster $master,
        public Recipe $recipe,
        public PrintBody $body,
        public string $scene,
        public SceneLook $look,
        public PreviewSize $size,
        public PreviewFormat $format,
        public string $target,
        public ?string $file = null,
        public ?string $print = null,
    ) {
    }

    /**
     * Names a preview by all that it shows.
     *
     * @param string $scene names the scene as it is now
     */
    public static function key(
        string $master,
        Recipe $recipe,
        PrintBody $body,
        string $scene,
        SceneLook $look,
        PreviewSize $size,
        PreviewFormat $format,
    ): string {
        $shown = [$master, $recipe->hash(), $body->toArray(), $scene, $look->toArray(), $size->width];

        return \sprintf('patches/show-%s.%s', hash('sha256', json_encode($shown, \JSON_THROW_ON_ERROR)), $format->value);
    }

    public static function name(): string
    {
        return 'preview';
    }

    public static function fromJson(JsonReader $job): self
    {
        return new self(
            JobMaster::fromJson($job->record('master')),
            Recipe::fromJson($job->string('recipe')),
            PrintBody::fromRecord($job->record('body')),
            JobPath::in($job, 'scene'),
            SceneLook::fromRecord($job->record('look')),
            new PreviewSize($job->int('width')),
            PreviewFormat::from($job->string('format')),
            JobPath::in($job, 'target'),
            $job->has('file') ? JobPath::in($job, 'file') : null,
            $job->has('print') ? JobPath::in($job, 'print') : null,
        );
    }

    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe->canonicalJson(),
            'body' => $this->body->toArray(),
            'scene' => JobPath::encoded($this->scene),
            'look' => $this->look->toArray(),
            'width' => $this->size->width,
            'format' => $this->format->value,
            'target' => JobPath::encoded($this->target),
            'file' => null === $this->file ? null : JobPath::encoded($this->file),
            'print' => null === $this->print ? null : JobPath::encoded($this->print),
        ];
    }

    public function files(): JobFiles
    {
        $reads = [$this->master->path, $this->scene.'/'.SceneFolder::ABOUT];

        return new JobFiles(null === $this->file ? $reads : [...$reads, $this->file], [$this->target, $this->print]);
    }

    public function timeLimit(): float
    {
        return self::MOST_SECONDS;
    }
}
