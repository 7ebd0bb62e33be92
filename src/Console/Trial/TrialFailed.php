<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** What may never be was so. */
final class TrialFailed extends \RuntimeException
{
}
