<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\DecodedMasters;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Repair\PreparedMasters;
use Snugfit\Pixels\Repair\RepairPreviewer;
use Snugfit\Pixels\Trace\OutlineStore;
use Snugfit\Pixels\Trace\PictureTracer;

/** Opens the masters that jobs name, as they came or prepared. */
final readonly class JobMasters
{
    public function __construct(
        private DecodedMasters $decoded,
        public PreparedMasters $prepared,
        public RepairPreviewer $previewer,
        public OutlineStore $outlines,
    ) {
    }

    public static function in(string $folder, int $threads = 1): self
    {
        return new self(
            new DecodedMasters($folder),
            new PreparedMasters($folder, $threads),
            new RepairPreviewer($folder, $threads),
            new OutlineStore($folder, new PictureTracer($folder, $threads)),
        );
    }

    /** @throws UnreadableMaster */
    public function open(JobMaster $master): Master
    {
        return $this->decoded->open($master->path, $master->sha256);
    }

    /** @throws ImpossibleEdit|OnnxFailed|UnreadableMaster */
    public function prepared(JobMaster $master, EditList $edits): Master
    {
        return $this->prepared->of($this->open($master), $edits);
    }

    /**
     * For what is delivered: only if the bytes still are those that were given.
     *
     * @throws ImpossibleEdit|OnnxFailed|UnreadableMaster
     */
    public function verified(JobMaster $master, EditList $edits): Master
    {
        if (null !== $master->sha256 && is_file($master->path) && $master->sha256 !== hash_file('sha256', $master->path)) {
            throw UnreadableMaster::altered();
        }

        return $this->prepared($master, $edits);
    }
}
