<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

/** How much work a learned way may be. */
enum Effort: string
{
    /** A small network: for previews and slow machines. */
    case Quick = 'quick';
    case Usual = 'usual';
    /** The mean over all turns and mirrorings, eight times the work: for single showpieces. */
    case Best = 'best';
}
