<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Pixels\Reading\DrawingCost;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Repair\PreparedMasters;

/** Reads a master, or what its edits make of it. */
final readonly class ReadMasterHandler implements PixelJobHandler
{
    public function __construct(private PreparedMasters $prepared, private MasterReader $masters = new MasterReader())
    {
    }

    public function name(): string
    {
        return ReadMasterJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ReadMasterJob::fromJson($record);
        $master = $job->master->open();
        // Better known at once than after all that time.
        if (MasterFormat::Svg === $master->format && DrawingCost::seconds($master) > $job->seconds) {
            throw UnreadableMaster::tooMuchToDraw();
        }

        if ($job->edits->isSilent()) {
            return $this->masters->read($master, $job->previews)->toArray();
        }
        $facts = $this->masters->read($this->prepared->of($master, $job->edits), $job->previews);
        [$cutOut, $kept] = $this->prepared->report($master, $job->edits);

        return (new PreparedFacts($job->edits->preparedHash($master->sha256()), $facts, $cutOut, $kept))->toArray();
    }
}
