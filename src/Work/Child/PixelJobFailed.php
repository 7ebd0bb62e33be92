<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\JsonReader;
use Snugfit\Core\TellsSentence;

/** Pixel work came to nothing; the message is a sentence for the person whose file it was. */
final class PixelJobFailed extends \RuntimeException implements Failure
{
    use TellsSentence;

    /** @param JsonReader $answer of the child that did the work */
    public static function answered(JsonReader $answer): self
    {
        $cause = new \RuntimeException($answer->optionalString('detail') ?? '');

        return self::because(FailureReason::from($answer->string('reason')), $answer->string('failed'), $cause);
    }

    public static function missing(): self
    {
        return self::because(FailureReason::Missing, 'There is no such file.');
    }

    public static function foreignArtwork(): self
    {
        return self::because(FailureReason::Impossible, 'The picture that this file belongs to is not in this batch.');
    }

    public static function outOfMemory(string $output): self
    {
        return self::because(
            FailureReason::TooLarge,
            'The file needs more memory than one file may take. Give a smaller version.',
            new \RuntimeException($output),
        );
    }

    public static function crashed(string $output): self
    {
        return self::because(
            FailureReason::Crashed,
            'Reading this file made the decoder fail, so it is left out. Try exporting it again.',
            new \RuntimeException($output),
        );
    }

    public static function killed(string $output): self
    {
        return self::because(
            FailureReason::Killed,
            'The machine ended this work before it was done, most likely for want of memory. The file is not to blame: try again.',
            new \RuntimeException($output),
        );
    }

    public static function stopped(): self
    {
        return self::because(FailureReason::Killed, 'It was stopped, as you asked.');
    }

    public static function tooSlow(float $seconds): self
    {
        return self::because(FailureReason::TooSlow, \sprintf(
            'It took longer than %s and was stopped.',
            $seconds < 120 ? \sprintf('%d seconds', (int) $seconds) : \sprintf('%d minutes', (int) ($seconds / 60)),
        ));
    }
}
