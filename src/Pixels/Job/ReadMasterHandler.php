<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Reading\DrawingCost;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Reading\UnreadableMaster;

/** Reads a master. */
final readonly class ReadMasterHandler implements PixelJobHandler
{
    public function __construct(private MasterReader $masters = new MasterReader())
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

        return $this->masters->read($master, $job->previews)->toArray();
    }
}
