<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\TellsSentence;

/** The folder for the results cannot be written. */
final class UnwritableFolder extends \RuntimeException implements Failure
{
    use TellsSentence;

    public static function at(string $path): self
    {
        return self::because(
            FailureReason::Unwritable,
            \sprintf('The folder "%s" cannot be written. Look at its rights, and whether a file of that name is in the way.', $path),
        );
    }
}
