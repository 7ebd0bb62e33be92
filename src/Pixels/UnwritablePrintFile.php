<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\TellsSentence;

/** A print file could not be written. The message is a sentence for the person who wanted it. */
final class UnwritablePrintFile extends \RuntimeException implements Failure
{
    use TellsSentence;

    /** Bytes that must fit for a disk to count as not full. */
    private const PROBE = 1 << 20;

    public static function notOne(): self
    {
        return self::because(FailureReason::NotAPicture, 'This is no JPEG, PNG, TIFF, WebP or PDF, so it is no print file.');
    }

    /** @param string $detail in plain words */
    public static function unreadable(string $detail = 'it is damaged or cut short', ?\Throwable $cause = null): self
    {
        return self::because(FailureReason::Damaged, \sprintf('It cannot be read: %s.', $detail), $cause);
    }

    public static function tooLarge(int $bytes, int $most, int $leastQuality): self
    {
        return self::because(
            FailureReason::OverLimit,
            \sprintf(
                'Even at quality %d it has %s bytes, over the limit of %s. Allow more bytes or a lower quality, or '
                .'choose a smaller product.',
                $leastQuality,
                number_format($bytes),
                number_format($most),
            ),
        );
    }

    public static function lines(?\Throwable $cause = null): self
    {
        return self::because(
            FailureReason::Unwritable,
            'Its lines could not be put into a PDF. Choose another format, or save the drawing again in the program that made it.',
            $cause,
        );
    }

    /** @param string $target where it was to be written */
    public static function at(string $target, ?\Throwable $cause = null): self
    {
        return self::hasNoRoom($target)
            ? self::because(FailureReason::DiskFull, 'The disk is full. Make room and try again; what was finished is kept.', $cause)
            : self::because(
                FailureReason::Unwritable,
                'The print file could not be written. Look at the folder\'s rights and the room on the disk.',
                $cause,
            );
    }

    /** Whether even a small file finds no room there. */
    private static function hasNoRoom(string $target): bool
    {
        $probe = \sprintf('%s.%s.probe', $target, bin2hex(random_bytes(4)));
        $file = @fopen($probe, 'x');
        if (false === $file) {
            return false;
        }
        $fits = self::PROBE === @fwrite($file, str_repeat("\0", self::PROBE)) && @fflush($file) && @fsync($file);
        fclose($file);
        @unlink($probe);

        return !$fits;
    }
}
