<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Edit;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Fill;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Pen;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Tone;
use Snugfit\Core\Repair\Trim;
use Snugfit\Pixels\Colour\WorkingSpace;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/**
 * Master and edits -> the prepared picture, edit by edit. A master whose numbers a profile explains is brought into wide-gamut RGB
 * of sixteen bits first, any other keeps its own depth.
 */
final readonly class MasterPreparer
{
    /** @param bool $measures what comes of a cut-out */
    public function __construct(private int $threads = 1, private bool $measures = true)
    {
    }

    /** @throws ImpossibleEdit|OnnxFailed */
    public function prepare(Master $master, EditList $edits): PreparedMaster
    {
        $space = WorkingSpaceConverter::isManaged($master->header()) ? WorkingSpace::Wide : WorkingSpace::Srgb;

        return $this->prepared(WorkingSpaceConverter::toWorking($master->picture(), $space), $edits);
    }

    /**
     * @param Image $picture red, green, blue, perhaps transparent, of 8 or 16 bits
     *
     * @throws ImpossibleEdit|OnnxFailed
     */
    public function prepared(Image $picture, EditList $edits): PreparedMaster
    {
        $prepared = new PreparedMaster($picture, null, FractionBox::whole());
        foreach ($edits->untraced()->active() as $edit) {
            $prepared = $this->edited($prepared, $edit);
        }

        return $prepared;
    }

    private function edited(PreparedMaster $so, Edit $edit): PreparedMaster
    {
        if ($edit instanceof CutOut) {
            $remover = new BackgroundRemover(threads: $this->threads);
            [$picture, $report] = $this->measures ? $remover->cut($so->picture, $edit) : [$remover->remove($so->picture, $edit)[0], null];

            return new PreparedMaster($picture, $report, $so->kept);
        }
        if ($edit instanceof Trim) {
            [$picture, $kept] = MarginTrimmer::trim($so->picture, $edit);

            return new PreparedMaster($picture, $so->cutOut, $kept);
        }

        return new PreparedMaster($this->changed($so->picture, $edit), $so->cutOut, $so->kept);
    }

    private function changed(Image $picture, Edit $edit): Image
    {
        return match (true) {
            $edit instanceof Retouch => (new Retoucher($this->threads))->retouch($picture, $edit),
            $edit instanceof Pen => PenPainter::draw($picture, $edit),
            $edit instanceof Fill => AreaFiller::fill($picture, $edit),
            $edit instanceof Tone => ToneChanger::change($picture, $edit),
            default => throw new \LogicException('An edit of a kind that nobody does.'),
        };
    }
}
