<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Repair\CutOutReport;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Trace\ImpossibleTrace;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Trace\OutlineStore;
use Snugfit\Pixels\Trace\PictureTracer;
use Snugfit\Pixels\Vips\Image;

/**
 * Keeps prepared masters beside enlarged pictures, under what they are made of. Whatever is missing is made again, and a master
 * that nothing is done to is its own. One that becomes outlines is prepared as pixels first, and then drawn.
 */
final readonly class PreparedMasters
{
    private const PICTURE = 'picture.tif';
    private const DRAWING = 'picture.svg';
    private const REPORT = 'report.json';

    public function __construct(private string $folder, private int $threads = 1)
    {
    }

    /**
     * @param ?\Closure(float): void $tell hears which share of outlines is done
     *
     * @throws ImpossibleEdit|ImpossibleTrace|OnnxFailed|UnreadableMaster
     */
    public function of(Master $master, EditList $edits, ?\Closure $tell = null): Master
    {
        if ($edits->isSilent()) {
            return $master;
        }
        $hash = $edits->preparedHash($master->sha256());
        $folder = $this->kept($master, $edits, $hash, $tell);

        return Master::open($folder.'/'.(null === $edits->tracing() ? self::PICTURE : self::DRAWING), $hash);
    }

    /**
     * What came of the edits, of which there are some.
     *
     * @return array{?CutOutReport, FractionBox, ?TraceReport} of a cut-out, what of the master's picture is left, and of outlines
     *
     * @throws ImpossibleEdit|ImpossibleTrace|OnnxFailed|UnreadableMaster
     */
    public function report(Master $master, EditList $edits): array
    {
        $folder = $this->kept($master, $edits, $edits->preparedHash($master->sha256()));
        $record = JsonReader::decode((string) file_get_contents($folder.'/'.self::REPORT), 'a prepared master');

        return [
            $record->has('cutOut') ? CutOutReport::fromRecord($record->record('cutOut')) : null,
            FractionBox::listOf([$record->toArray()['kept'] ?? null])[0],
            $record->has('trace') ? TraceReport::fromRecord($record->record('trace')) : null,
        ];
    }

    /**
     * @param ?\Closure(float): void $tell
     *
     * @return string the folder it is in
     */
    private function kept(Master $master, EditList $edits, string $hash, ?\Closure $tell = null): string
    {
        $tracing = $edits->tracing();
        $folder = \sprintf('%s/prepared-%s', $this->folder, $hash);
        if (is_file($folder.'/'.self::REPORT) && is_file($folder.'/'.(null === $tracing ? self::PICTURE : self::DRAWING))) {
            // The longest unused ones are cleared.
            touch($folder.'/'.self::REPORT);

            return $folder;
        }
        is_dir($folder) || @mkdir($folder, 0o755, true);
        $report = null === $tracing
            ? $this->prepare($master, $edits, $folder)
            : $this->trace($master, $edits->untraced(), $tracing, $folder, $tell);
        // The report last: where it is, the picture is whole.
        self::put($folder, self::REPORT, json_encode($report, \JSON_THROW_ON_ERROR));

        return $folder;
    }

    /** @return array<string, mixed> */
    private function prepare(Master $master, EditList $edits, string $folder): array
    {
        $prepared = (new MasterPreparer($this->threads))->prepare($master, $edits);
        $picture = $prepared->picture->without('orientation', 'exif-data', 'xmp-data', 'iptc-data');
        $picture->saveWhole('tiff', $folder.'/'.self::PICTURE, Image::LZW);

        return ['cutOut' => $prepared->cutOut?->toArray(), 'kept' => $prepared->kept->toList()];
    }

    /**
     * @param ?\Closure(float): void $tell
     *
     * @return array<string, mixed>
     */
    private function trace(Master $master, EditList $before, Tracing $tracing, string $folder, ?\Closure $tell): array
    {
        $traced = (new OutlineStore($this->folder, new PictureTracer($this->folder, $this->threads)))
            ->of($this->of($master, $before), $tracing, $tracing->isForced, $tell);
        if (!$tracing->isForced && !$traced->report->isSuited()) {
            throw ImpossibleTrace::unsuited($traced->report->why());
        }
        self::put($folder, self::DRAWING, $traced->svg);
        [$cutOut, $kept] = $before->isSilent() ? [null, FractionBox::whole()] : $this->report($master, $before);

        return ['cutOut' => $cutOut?->toArray(), 'kept' => $kept->toList(), 'trace' => $traced->report->toArray()];
    }

    private static function put(string $folder, string $name, string $bytes): void
    {
        $part = \sprintf('%s/%s.%s', $folder, bin2hex(random_bytes(4)), $name);
        file_put_contents($part, $bytes);
        rename($part, $folder.'/'.$name);
    }
}
