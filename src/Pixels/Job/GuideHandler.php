<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Scene\PreviewMaker;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Pixels\Scene\SceneRenderer;
use Snugfit\Pixels\Scene\ShownPrint;
use Snugfit\Pixels\Vips\SparingMemory;

/** Makes a picture of several prints. */
final readonly class GuideHandler implements PixelJobHandler
{
    private PreviewMaker $previews;

    public function __construct(PrintRenderer $renderer, private JobMasters $masters)
    {
        $this->previews = new PreviewMaker($renderer);
    }

    public function name(): string
    {
        return GuideJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = GuideJob::fromJson($record);
        $preview = SparingMemory::during(fn (): PixelSize => $this->make($job));

        return ['width' => $preview->width, 'height' => $preview->height];
    }

    private function make(GuideJob $job): PixelSize
    {
        $folder = SceneFolder::at($job->scene);
        $shown = array_map(fn (GuidePrint $one): ShownPrint => $this->previews->print(
            $folder,
            $this->masters->prepared($one->master, $one->recipe->repair),
            $one->recipe,
            $one->body,
            $job->look,
            $job->size->width,
        ), $job->prints);
        $names = array_map(static fn (GuidePrint $one): string => $one->name, $job->prints);
        $preview = (new SceneRenderer())->guide($folder, $job->look, $shown, $names, $job->size->width);
        PreviewMaker::save($preview, $job->format, $job->target);

        return $preview->size();
    }
}
