<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

/** A print file could not be written. The message is a sentence for the person who wanted it. */
final class UnwritablePrintFile extends \RuntimeException
{
    public static function because(string $detail): self
    {
        if (str_contains($detail, 'No space left')) {
            return new self('The disk is full. Make room and try again; what was finished is kept.');
        }

        return new self(\sprintf('The print file could not be written (%s). Look at the folder\'s rights and the room on the disk.', trim(strtok($detail, "\n") ?: $detail)));
    }
}
