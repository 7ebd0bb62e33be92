<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\TellsSentence;

final class BrokenUpscale extends \RuntimeException implements Failure
{
    use TellsSentence;

    public static function isOther(): self
    {
        return self::told('a part of it is another');
    }

    public static function hasOtherColours(): self
    {
        return self::told('its colours are others');
    }

    public static function isMoved(): self
    {
        return self::told('a part of it is not where it was');
    }

    public static function hasSeam(): self
    {
        return self::told('a line runs through it');
    }

    private static function told(string $what): self
    {
        return self::because(
            FailureReason::BrokenResult,
            \sprintf(
                'The enlarged picture is not its master any more: reduced again, %s. It was refused; try another way of enlarging.',
                $what,
            ),
        );
    }
}
