<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Pixels\Lettering\HarfBuzzTypesetter;

/** Sets words. */
final readonly class SetWordsHandler implements PixelJobHandler
{
    public function name(): string
    {
        return SetWordsJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = SetWordsJob::fromJson($record);
        $lines = (new HarfBuzzTypesetter($job->faces))->set($job->words);

        return ['lines' => array_map(static fn (GlyphLine $line): array => $line->toArray(), $lines)];
    }
}
