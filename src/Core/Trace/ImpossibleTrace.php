<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** Settings of outlines that cannot be. */
final class ImpossibleTrace extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    /** @param string $why a sentence */
    public static function unsuited(string $why): self
    {
        return new self('It is not for outlines. '.$why);
    }

    public static function because(string $why): self
    {
        return new self('Outlines cannot be made as they are asked for: '.$why);
    }
}
