<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Repair\SpeckFinder;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Interpretation;

/** Finds spots. */
final readonly class FindSpecksHandler implements PixelJobHandler
{
    public function name(): string
    {
        return FindSpecksJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $picture = WorkingSpaceConverter::toSrgb(FindSpecksJob::fromJson($record)->master->open()->picture());
        $opaque = $picture->hasAlpha()
            ? $picture->flatten(WorkingSpaceConverter::samples('ffffff', $picture))
            : $picture;
        $bytes = BandFormat::Byte === $opaque->format()
            ? $opaque
            : $opaque->rescaleTo(BandFormat::Byte)->withInterpretation(Interpretation::Srgb);

        return ['specks' => array_map(static fn (Stroke $one): array => $one->toArray(), SpeckFinder::find($bytes))];
    }
}
