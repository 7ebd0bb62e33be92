<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Repair\SpeckFinder;

/** Finds spots. */
final readonly class FindSpecksHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return FindSpecksJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $picture = WorkingSpaceConverter::toPlain($this->masters->open(FindSpecksJob::fromJson($record)->master)->picture());

        return ['specks' => array_map(static fn (Stroke $one): array => $one->toArray(), SpeckFinder::find($picture))];
    }
}
