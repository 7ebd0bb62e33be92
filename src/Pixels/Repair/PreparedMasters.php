<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Repair\CutOutReport;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Vips\Image;

/**
 * Keeps prepared masters beside enlarged pictures, under what they are made of. Whatever is missing is made again, and a master
 * that nothing is done to is its own.
 */
final readonly class PreparedMasters
{
    private const PICTURE = 'picture.tif';
    private const REPORT = 'report.json';

    public function __construct(private string $folder, private int $threads = 1)
    {
    }

    /** @throws ImpossibleEdit|OnnxFailed|UnreadableMaster */
    public function of(Master $master, EditList $edits): Master
    {
        if ($edits->isSilent()) {
            return $master;
        }
        $hash = $edits->preparedHash($master->sha256());
        $folder = $this->kept($master, $edits, $hash);

        return Master::open($folder.'/'.self::PICTURE, $hash);
    }

    /**
     * What came of the edits, of which there are some.
     *
     * @return array{?CutOutReport, FractionBox} of a cut-out, and what of the master's picture is left
     *
     * @throws ImpossibleEdit|OnnxFailed|UnreadableMaster
     */
    public function report(Master $master, EditList $edits): array
    {
        $folder = $this->kept($master, $edits, $edits->preparedHash($master->sha256()));
        $record = JsonReader::decode((string) file_get_contents($folder.'/'.self::REPORT), 'a prepared master');

        return [
            $record->has('cutOut') ? CutOutReport::fromRecord($record->record('cutOut')) : null,
            FractionBox::listOf([$record->toArray()['kept'] ?? null])[0],
        ];
    }

    /** @return string the folder it is in */
    private function kept(Master $master, EditList $edits, string $hash): string
    {
        $folder = \sprintf('%s/prepared-%s', $this->folder, $hash);
        if (is_file($folder.'/'.self::REPORT) && is_file($folder.'/'.self::PICTURE)) {
            // The longest unused ones are cleared.
            touch($folder.'/'.self::REPORT);

            return $folder;
        }
        $prepared = (new MasterPreparer($this->threads))->prepare($master, $edits);
        is_dir($folder) || @mkdir($folder, 0o755, true);
        $picture = $prepared->picture->without('orientation', 'exif-data', 'xmp-data', 'iptc-data');
        $picture->saveWhole('tiff', $folder.'/'.self::PICTURE, Image::LZW);
        $report = ['cutOut' => $prepared->cutOut?->toArray(), 'kept' => $prepared->kept->toList()];
        // The report last: where it is, the picture is whole.
        $part = \sprintf('%s/%s.%s', $folder, bin2hex(random_bytes(4)), self::REPORT);
        file_put_contents($part, json_encode($report, \JSON_THROW_ON_ERROR));
        rename($part, $folder.'/'.self::REPORT);

        return $folder;
    }
}
