<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Pixels\Reading\DrawingCost;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\UnreadableMaster;

/** Reads a master, or what its edits make of it. */
final readonly class ReadMasterHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters, private MasterReader $reader = new MasterReader())
    {
    }

    public function name(): string
    {
        return ReadMasterJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = ReadMasterJob::fromJson($record);
        $master = $this->masters->open($job->master);
        // Better known at once than after all that time.
        if (MasterFormat::Svg === $master->format && DrawingCost::seconds($master) > $job->seconds) {
            throw UnreadableMaster::tooMuchToDraw();
        }

        if ($job->edits->isSilent()) {
            return $this->reader->read($master, $job->previews)->toArray();
        }
        $facts = $this->reader->read($this->masters->prepared->of($master, $job->edits), $job->previews);
        [$cutOut, $kept, $trace] = $this->masters->prepared->report($master, $job->edits);

        return (new PreparedFacts($job->edits->preparedHash($master->sha256()), $facts, $cutOut, $kept, $trace))->toArray();
    }
}
