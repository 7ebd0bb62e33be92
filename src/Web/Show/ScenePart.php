<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

/** What a person can give beside a photo; its value names the file that it is kept in. */
enum ScenePart: string
{
    /** White where prints can be seen. */
    case Mask = 'mask';
    /** How light falls on prints: white for all of it. */
    case Shade = 'shade';
}
