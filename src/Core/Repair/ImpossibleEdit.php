<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** An edit cannot be read, or asks for what cannot be. */
final class ImpossibleEdit extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function because(string $why): self
    {
        return new self('A repair cannot be done as it is asked for: '.$why);
    }

    public static function nothingLeft(): self
    {
        return new self('Nothing of the picture would be left. Mark what stays, or switch the cut-out off.');
    }
}
