<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** A print cannot be shown as it is asked for. */
final class ImpossibleScene extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    /** @param string $why a sentence */
    public static function because(string $why): self
    {
        return new self('This scene cannot be used. '.$why);
    }

    public static function unknown(string $code): self
    {
        return new self(\sprintf('There is no scene "%s".', $code));
    }

    public static function tooLarge(string $print, string $scene, string $room): self
    {
        return new self(\sprintf('A print of %s is too large for "%s", which has room for %s.', $print, $scene, $room));
    }

    public static function otherProportions(string $print, string $scene, string $covered): self
    {
        return new self(\sprintf('"%s" is covered whole by a print of %s; this one is %s.', $scene, $covered, $print));
    }

    public static function colour(string $text): self
    {
        return new self(\sprintf('"%s" is no colour. Write six hexadecimal digits, like e4ded2.', $text));
    }

    public static function pixels(int $pixels, int $least, int $most): self
    {
        return new self(\sprintf('A preview has %s to %s px on its long side, not %s.', $least, $most, $pixels));
    }
}
