<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

/** The folder for the results cannot be written. */
final class UnwritableFolder extends \RuntimeException
{
    public static function at(string $path): self
    {
        return new self(\sprintf('The folder "%s" cannot be written. Look at its rights, and whether a file of that name is in the way.', $path));
    }
}
