<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** What a screen shows of a print. */
enum ScreenRendering: string
{
    /** As it is. */
    case Plain = 'plain';

    /** As the press prints it. */
    case Proof = 'proof';

    /** As the press prints it, with what it cannot print marked. */
    case Gamut = 'gamut';
}
