<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Scene\PreviewMaker;
use Snugfit\Pixels\Scene\SceneFolder;

/** Makes a preview. */
final readonly class PreviewHandler implements PixelJobHandler
{
    private PreviewMaker $previews;

    public function __construct(PrintRenderer $renderer, private JobMasters $masters)
    {
        $this->previews = new PreviewMaker($renderer);
    }

    public function name(): string
    {
        return PreviewJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = PreviewJob::fromJson($record);
        $scene = SceneFolder::at($job->scene);
        $preview = null === $job->file
            ? $this->previews->ofRecipe(
                $scene,
                $this->masters->prepared($job->master, $job->recipe->repair),
                $job->recipe,
                $job->body,
                $job->look,
                $job->size->width,
            )
            : $this->previews->ofFile($scene, $job->file, $job->body, $job->look, $job->size->width);
        PreviewMaker::save($preview, $job->format, $job->target);

        return ['width' => $preview->size()->width, 'height' => $preview->size()->height];
    }
}
