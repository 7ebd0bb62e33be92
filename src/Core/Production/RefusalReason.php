<?php

declare(strict_types=1);

namespace Snugfit\Core\Production;

/** Why there is no print file to make. */
enum RefusalReason
{
    /** The crop has too few pixels, as its verdict says. */
    case Short;

    /** What is asked of the file contradicts itself. */
    case Impossible;
}
