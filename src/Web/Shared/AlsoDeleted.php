<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

/** The address finds a batch that is deleted too. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class AlsoDeleted
{
}
