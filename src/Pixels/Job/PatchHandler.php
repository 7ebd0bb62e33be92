<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\PrintRenderer;

/** Makes a patch. */
final readonly class PatchHandler implements PixelJobHandler
{
    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return PatchJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = PatchJob::fromJson($record);
        $master = $this->masters->prepared($job->master, $job->recipe->repair);
        $colours = OutputColourConverter::of($master, $job->recipe);
        $patch = $this->renderer->patch($master, $job->recipe, $job->window, $job->once);
        $shown = match ($job->shown) {
            ScreenRendering::Proof => $colours->proof($patch, false),
            ScreenRendering::Gamut => $colours->proof($patch, true),
            ScreenRendering::Plain => $colours->onScreen($patch),
        };
        // Lossless: it is there to be judged.
        $shown->saveWhole('png', $job->target, ['compression' => 3]);

        return [];
    }
}
