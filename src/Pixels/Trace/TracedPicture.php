<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Trace\Outlines;
use Snugfit\Core\Trace\TraceReport;

/** Outlines of a picture, as a drawing, and how near they are to it. */
final readonly class TracedPicture
{
    public function __construct(public Outlines $outlines, public string $svg, public TraceReport $report)
    {
    }
}
