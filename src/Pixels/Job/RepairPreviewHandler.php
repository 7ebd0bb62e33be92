<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Edit;
use Snugfit\Core\Repair\EditList;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Repair\MasterPreparer;
use Snugfit\Pixels\Vips\Image;

/** Makes a small picture of what edits make of a master. */
final readonly class RepairPreviewHandler implements PixelJobHandler
{
    public function __construct(private JobMasters $masters)
    {
    }

    public function name(): string
    {
        return RepairPreviewJob::name();
    }

    public function handle(JsonReader $record, \Closure $tell): array
    {
        $job = RepairPreviewJob::fromJson($record);
        $master = $this->masters->open($job->master);
        $small = WorkingSpaceConverter::toSrgb(Image::thumbnailOf($master->path, RepairPreviewJob::SIDE))
            ->without('icc-profile-data')
            ->copyToMemory();
        $times = $small->size()->longSide() / $master->size()->longSide();
        $edits = EditList::of(...array_map(
            static fn (Edit $edit): Edit => $edit instanceof CutOut ? $edit->scaled($times) : $edit,
            $job->edits->active(),
        ));
        KeptPicture::write((new MasterPreparer())->prepared($small, $edits)->picture, 'png', $job->target, ['compression' => 1]);

        return [];
    }
}
