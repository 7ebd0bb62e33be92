<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Scene\TonesReader;

/** Looks at a small copy of a print. */
final readonly class PictureTonesHandler implements PixelJobHandler
{
    private const SIDE = 128;

    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return PictureTonesJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = PictureTonesJob::fromJson($record);
        $master = $this->masters->prepared($job->master, $job->recipe->repair);
        $print = $this->renderer->of($master, $job->recipe->unmounted()->inSmall(self::SIDE), once: true);

        return TonesReader::of(OutputColourConverter::of($master, $job->recipe)->onScreen($print)->copyToMemory())->toArray();
    }
}
