<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Scene\PreviewMaker;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Vips\SparingMemory;

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
        $preview = SparingMemory::during(fn (): PixelSize => $this->make($job));

        return ['width' => $preview->width, 'height' => $preview->height];
    }

    private function make(PreviewJob $job): PixelSize
    {
        $scene = SceneFolder::at($job->scene);
        $preview = null === $job->file
            ? $this->previews->ofRecipe(
                $scene,
                fn (): Master => $this->masters->prepared($job->master, $job->recipe->repair),
                $job->recipe,
                $job->body,
                $job->look,
                $job->size->width,
                $job->print,
            )
            : $this->previews->ofFile($scene, $job->file, $job->body, $job->look, $job->size->width);
        PreviewMaker::save($preview, $job->format, $job->target);

        return $preview->size();
    }
}
