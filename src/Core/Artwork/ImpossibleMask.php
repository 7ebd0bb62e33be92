<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** What was painted on a picture cannot be read, or lies outside of what a mask can hold. */
final class ImpossibleMask extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function painted(string $why): self
    {
        return new self('The marks cannot be read: '.$why);
    }
}
