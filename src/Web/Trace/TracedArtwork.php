<?php

declare(strict_types=1);

namespace Snugfit\Web\Trace;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Trace\OutlineFormat;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Pixels\Job\TraceDifferenceJob;
use Snugfit\Pixels\Job\TraceJob;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;

/** An artwork's outlines as the room shows them, made when they are first looked at and kept under what they are made of. */
final readonly class TracedArtwork
{
    public function __construct(
        private PixelProcessPool $processes,
        private StoredMasters $masters,
        private FileStore $store,
        private TraceWatch $watch,
    ) {
    }

    /** What is traced: the artwork's own outlines, switched on or not, or those of usual settings. */
    public static function edits(BatchArtwork $artwork): EditList
    {
        return $artwork->edits()->tracedBy(self::tracing($artwork) ?? new Tracing());
    }

    public static function tracing(BatchArtwork $artwork): ?Tracing
    {
        $edit = $artwork->edits()->tracingLine()?->edit;

        return $edit instanceof Tracing ? $edit : null;
    }

    /**
     * What came of them. What does not suit outlines has none, unless a person has set some.
     *
     * @return array{report: TraceReport, paints: list<array<array-key, mixed>>, nodePath: string, handlePath: string}
     *
     * @throws PixelJobFailed
     */
    public function facts(BatchArtwork $artwork): array
    {
        $edits = self::edits($artwork);
        $isForced = null !== self::tracing($artwork);
        $key = self::key($artwork, $edits, $isForced ? '' : '-asked').'.json';
        if (!$this->store->has($key)) {
            $drawing = self::key($artwork, $edits).'.svg';
            $job = new TraceJob(
                $this->masters->of($artwork->master()),
                $edits,
                OutlineFormat::Svg,
                $this->store->path($drawing),
                $isForced,
            );
            $this->store->write($key, json_encode($this->watch->wait($job, self::key($artwork, $edits))->toArray(), \JSON_THROW_ON_ERROR));
        }
        $record = JsonReader::decode($this->store->read($key), 'outlines');

        return [
            'report' => TraceReport::fromRecord($record),
            'paints' => array_map(static fn (JsonReader $paint): array => $paint->toArray(), $record->records('paints')),
            'nodePath' => $record->string('nodePath'),
            'handlePath' => $record->string('handlePath'),
        ];
    }

    /**
     * @return string a path
     *
     * @throws PixelJobFailed
     */
    public function file(BatchArtwork $artwork, OutlineFormat $format, ?int $longSide = null): string
    {
        $edits = self::edits($artwork);
        $key = \sprintf('%s%s.%s', self::key($artwork, $edits), null === $longSide ? '' : '-'.$longSide, $format->value);
        if (!$this->store->has($key)) {
            $path = $this->store->path($key);
            $this->processes->start(new TraceJob($this->masters->of($artwork->master()), $edits, $format, $path, true, $longSide))->facts();
        }

        return $this->store->path($key);
    }

    /**
     * @return string a path to a PNG
     *
     * @throws PixelJobFailed
     */
    public function difference(BatchArtwork $artwork): string
    {
        $edits = self::edits($artwork);
        $key = self::key($artwork, $edits, '-difference').'.png';
        if (!$this->store->has($key)) {
            $job = new TraceDifferenceJob($this->masters->of($artwork->master()), $edits, $this->store->path($key));
            $this->processes->start($job)->facts();
        }

        return $this->store->path($key);
    }

    /** The share of finding them that is done, 0 to 1; null where nobody waits for them. */
    public function share(BatchArtwork $artwork): ?float
    {
        return $this->watch->share(self::key($artwork, self::edits($artwork)));
    }

    /** Whether anything was under way. */
    public function stop(BatchArtwork $artwork): bool
    {
        return $this->watch->stop(self::key($artwork, self::edits($artwork)));
    }

    /** Names its outlines as they are now. */
    public static function version(BatchArtwork $artwork): string
    {
        return substr(self::edits($artwork)->preparedHash($artwork->master()), 0, 16);
    }

    private static function key(BatchArtwork $artwork, EditList $edits, string $what = ''): string
    {
        return 'patches/trace-'.$edits->preparedHash($artwork->master()).$what;
    }
}
