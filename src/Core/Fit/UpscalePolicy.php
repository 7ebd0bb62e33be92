<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

/** What becomes of a crop between floor and target. */
enum UpscalePolicy: string
{
    /** Enlarged to the target, so that the print file has the exact pixel size. */
    case ToTarget = 'to-target';

    /** Left at its own pixels. */
    case KeepAdequate = 'keep-adequate';
}
