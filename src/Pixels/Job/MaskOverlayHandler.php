<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Finishing\MaskRaster;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Interpretation;

/** Draws a painted mask. */
final readonly class MaskOverlayHandler implements PixelJobHandler
{
    /** Marigold, and how much of it covers the picture where the mask is full. */
    private const MARKED = [[1.0, 224.0], [1.0, 161.0], [1.0, 0.0]];
    private const VEIL = 0.7;

    public function name(): string
    {
        return MaskOverlayJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = MaskOverlayJob::fromJson($record);
        $grid = (new MaskRaster($job->mask))->grid($job->picture);
        $colour = $grid->linear(0.0, 0.0)->linearByBand(self::MARKED)->cast(BandFormat::Byte);
        $marked = $colour->join($grid->linear(self::VEIL, 0.0)->roundTo(BandFormat::Byte))->withInterpretation(Interpretation::Srgb);
        $marked->saveWhole('png', $job->target);

        return [];
    }
}
