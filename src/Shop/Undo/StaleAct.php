<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

/** An act rests on a state that somebody has changed since. */
final class StaleAct extends \RuntimeException
{
    public static function changed(): self
    {
        return new self('Somebody changed this in another window meanwhile.');
    }

    public static function selectionGone(): self
    {
        return new self('Some of what was selected is not here any more, so nothing was done. Reload the page and select again.');
    }

    /** @param string $what was done since, in words */
    public static function doneSince(string $what): self
    {
        return new self(\sprintf('Something else was done meanwhile: %s. Look at it before you take it back.', $what));
    }
}
