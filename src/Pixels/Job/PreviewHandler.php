<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Scene\PreviewMaker;
use Snugfit\Pixels\Scene\SceneFolder;

/** Makes a preview. */
final readonly class PreviewHandler implements PixelJobHandler
{
    /** For screens and shops: no loss that shows (common practice). */
    private const QUALITY = 90;

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
        match ($job->format) {
            PreviewFormat::Jpeg => $preview->saveWhole('jpeg', $job->target, ['Q' => self::QUALITY, 'profile' => 'srgb']),
            PreviewFormat::Png => $preview->saveWhole('png', $job->target, ['compression' => 3, 'profile' => 'srgb']),
            PreviewFormat::Webp => $preview->saveWhole('webp', $job->target, ['Q' => self::QUALITY, 'profile' => 'srgb']),
        };

        return ['width' => $preview->size()->width, 'height' => $preview->size()->height];
    }
}
