<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Trace\OutlineDifference;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Shows where outlines differ from the picture that they were made of: the stronger, the more. */
final readonly class TraceDifferenceHandler implements PixelJobHandler
{
    /** Brick, as the screen has it (docs/interface.md), and the opacity of a level of ΔE2000. */
    private const MARKED = [181.0, 64.0, 42.0];
    private const PER_LEVEL = 14.0;

    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return TraceDifferenceJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = TraceDifferenceJob::fromJson($record);
        $tracing = $job->edits->tracing() ?? throw MalformedJson::field('a pixel job', 'edits', 'a list that ends with outlines');
        $picture = $this->masters->prepared($job->master, $job->edits->untraced());
        $traced = $this->masters->outlines->of($picture, $tracing, tell: $tell);
        $off = OutlineDifference::of($traced->svg, WorkingSpaceConverter::toPlain($picture->picture()))->image;
        $opacity = $off->linear(self::PER_LEVEL, 0.0)->roundTo(BandFormat::Byte);
        $flat = $opacity->linear(0.0, 0.0);
        $colour = Image::joined([$flat, $flat, $flat])
            ->linearByBand(array_map(static fn (float $level): array => [1.0, $level], self::MARKED))
            ->cast(BandFormat::Byte);
        $colour->join($opacity)->withInterpretation(Interpretation::Srgb)->saveWhole('png', $job->target);

        return [];
    }
}
