<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\ResolutionTag;

/** Writes what edits make of a master as a file, at its own size. */
final readonly class WriteRepairedHandler implements PixelJobHandler
{
    /** Where the master has no tag. */
    private const PPI = 300.0;

    public function __construct(private PrintRenderer $renderer, private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return WriteRepairedJob::name();
    }

    /** @return array{width: int, height: int, cutOut: ?array<string, mixed>} */
    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = WriteRepairedJob::fromJson($record);
        $given = $this->masters->open($job->master);
        $master = $this->masters->prepared->of($given, $job->edits);
        $picture = $master->header();
        $size = $master->size();
        $isDeep = 16 === WorkingSpaceConverter::bitsOf($picture) && $job->format->keepsSixteenBits();
        $isTransparent = $picture->hasAlpha() && $job->format->keepsTransparency();
        $recipe = Recipe::atOwnSize($size, new Write($job->format, Ppi::of(self::tag($given)), $isDeep ? 16 : 8, $isTransparent));
        (new PrintFileMaker($this->renderer))->make($master, $recipe, $job->target);
        [$cutOut] = $this->masters->prepared->report($given, $job->edits);

        return ['width' => $size->width, 'height' => $size->height, 'cutOut' => $cutOut?->toArray()];
    }

    private static function tag(Master $master): float
    {
        return $master->format->isVector()
            ? self::PPI
            : ResolutionTag::of($master->path, $master->format->decodedTo(), $master->header()->blob('exif-data') ?? '') ?? self::PPI;
    }
}
