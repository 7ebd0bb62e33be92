<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** Pixel work came to nothing; the message is a sentence for the person whose file it was. */
final class PixelJobFailed extends \RuntimeException
{
    public static function said(string $sentence): self
    {
        return new self($sentence);
    }

    public static function crashed(string $output): self
    {
        $detail = trim(strtok($output, "\n") ?: '');
        if (str_contains($output, 'memory') || str_contains($output, 'Cannot allocate')) {
            return new self('The file needs more memory than one file may take. Give a smaller version.');
        }

        return new self('Reading this file made the decoder fail, so it is left out'.('' === $detail ? '.' : ' ('.mb_strimwidth($detail, 0, 160, '…').').').' Try exporting it again.');
    }

    public static function tooSlow(float $seconds): self
    {
        return new self(\sprintf('It took longer than %d minutes and was stopped.', (int) ($seconds / 60)));
    }
}
