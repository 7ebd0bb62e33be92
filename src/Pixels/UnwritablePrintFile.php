<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

/** A print file could not be written. The message is a sentence for the person who wanted it. */
final class UnwritablePrintFile extends \RuntimeException
{
    public static function notOne(): self
    {
        return new self('This is no JPEG, PNG, TIFF, WebP or PDF, so it is no print file.');
    }

    public static function unreadable(string $detail): self
    {
        return new self(\sprintf('It cannot be read (%s): it is damaged or cut short.', trim(strtok($detail, "\n") ?: $detail)));
    }

    public static function tooLarge(int $bytes, int $most, int $leastQuality): self
    {
        return new self(\sprintf('Even at quality %d it has %s bytes, over the limit of %s. Allow more bytes or a lower quality, or choose a smaller product.', $leastQuality, number_format($bytes), number_format($most)));
    }

    public static function because(string $detail): self
    {
        if (str_contains($detail, 'No space left')) {
            return new self('The disk is full. Make room and try again; what was finished is kept.');
        }

        return new self(\sprintf('The print file could not be written (%s). Look at the folder\'s rights and the room on the disk.', trim(strtok($detail, "\n") ?: $detail)));
    }
}
