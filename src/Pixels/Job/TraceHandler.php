<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Trace\OutlineNodes;
use Snugfit\Core\Trace\Outlines;
use Snugfit\Pixels\Trace\OutlineFile;

/** Makes outlines of a picture, as a file. */
final readonly class TraceHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return TraceJob::name();
    }

    /** @return array<string, mixed> what TraceReport tells; the size, the paints with their shares, and the nodes */
    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = TraceJob::fromJson($record);
        $tracing = $job->edits->tracing() ?? throw MalformedJson::field('a pixel job', 'edits', 'a list that ends with outlines');
        $picture = $this->masters->prepared($job->master, $job->edits->untraced());
        $traced = $this->masters->outlines->of($picture, $tracing, $job->isForced, $tell);
        if ($job->isForced || $traced->report->isSuited()) {
            OutlineFile::write($traced->outlines, $tracing->settings->isStacked, $job->format, $job->target, $job->longSide);
        }

        return $traced->report->toArray() + [
            'width' => $picture->size()->width,
            'height' => $picture->size()->height,
            'paints' => self::paints($traced->outlines),
            ...OutlineNodes::of($traced->outlines),
        ];
    }

    /** @return list<array<string, mixed>> those that are seen, the largest first */
    private static function paints(Outlines $outlines): array
    {
        $paints = [];
        foreach ($outlines->shares() as $number => $share) {
            $paint = $outlines->paints[$number];
            $paints[] = [
                'colour' => $paint->isNothing() ? null : $paint->colour,
                'graded' => null !== $paint->gradient,
                'name' => $paint->name,
                'share' => $share,
            ];
        }
        usort($paints, static fn (array $one, array $other): int => $other['share'] <=> $one['share']);

        return $paints;
    }
}
