<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Reading\DetailRegion;
use Snugfit\Pixels\Reading\DetailRegions;
use Snugfit\Pixels\Reading\Master;

/** Finds telling spots. */
final readonly class DetailRegionsHandler implements PixelJobHandler
{
    public function name(): string
    {
        return DetailRegionsJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = DetailRegionsJob::fromJson($record);
        $picture = WorkingSpaceConverter::toSrgb(Master::open($job->picture)->picture());

        return ['spots' => array_map(static fn (DetailRegion $region): array => $region->toArray(), (new DetailRegions())->of($picture))];
    }
}
