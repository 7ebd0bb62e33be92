<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Repair;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Repair\CutOutReport;
use Snugfit\Pixels\Vips\Image;

/** A master's picture after its edits, and what came of them. */
final readonly class PreparedMaster
{
    /** @param FractionBox $kept of the master's picture, what is left where margins were cut */
    public function __construct(public Image $picture, public ?CutOutReport $cutOut, public FractionBox $kept)
    {
    }
}
