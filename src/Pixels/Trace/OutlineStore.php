<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Trace\ImpossibleTrace;
use Snugfit\Core\Trace\OutlineRecord;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\UnwritablePrintFile;

/** Keeps outlines as they were found, so that a change by hand needs no tracing anew. */
final readonly class OutlineStore
{
    public function __construct(private string $folder, private PictureTracer $tracer)
    {
    }

    /**
     * @param bool                   $isForced whether outlines are wanted of what does not suit them; without shapes otherwise
     * @param ?\Closure(float): void $tell     hears which share of the work is done
     *
     * @throws ImpossibleTrace|OnnxFailed|UnwritablePrintFile
     */
    public function of(Master $picture, Tracing $tracing, bool $isForced = true, ?\Closure $tell = null): TracedPicture
    {
        $settings = $tracing->settings;
        $name = hash('sha256', $picture->sha256().json_encode($tracing->changedBy([])->toArray(), \JSON_THROW_ON_ERROR));
        $path = \sprintf('%s/outlines-%s/outlines.json', $this->folder, $name);
        is_dir(\dirname($path)) || @mkdir(\dirname($path), 0o755, true);
        $lock = fopen($path.'.lock', 'c') ?: throw UnwritablePrintFile::at($path);
        // Another may be finding the same ones; they are waited for.
        flock($lock, \LOCK_EX);
        $found = is_file($path) ? self::read($path) : null;
        if (null === $found) {
            $found = $this->tracer->trace($picture, $settings, $isForced, $tell);
            if ([] === $found->outlines->shapes) {
                return $found;
            }
            $part = \sprintf('%s.%s', $path, bin2hex(random_bytes(4)));
            file_put_contents($part, json_encode(
                ['outlines' => OutlineRecord::of($found->outlines), 'report' => $found->report->toArray()],
                \JSON_THROW_ON_ERROR,
            ));
            rename($part, $path);
            if ([] === $tracing->changes) {
                return $found;
            }
        } else {
            touch($path);
        }
        fclose($lock);

        return $this->tracer->changed($found, $tracing->changes, $settings, $picture);
    }

    private static function read(string $path): TracedPicture
    {
        $record = JsonReader::decode((string) file_get_contents($path), 'outlines');

        return new TracedPicture(OutlineRecord::read($record->record('outlines')), '', TraceReport::fromRecord($record->record('report')));
    }
}
