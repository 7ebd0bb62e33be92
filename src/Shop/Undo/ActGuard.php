<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

/** Knows on which state the act under way rests, and refuses it where that is not the state any more. */
final class ActGuard
{
    /** @var ?\Closure(): bool */
    private ?\Closure $isCurrent = null;

    /** @param \Closure(): bool $isCurrent asked when nobody else can change anything */
    public function expect(\Closure $isCurrent): void
    {
        $this->isCurrent = $isCurrent;
    }

    /** @throws StaleAct */
    public function check(): void
    {
        $isCurrent = null === $this->isCurrent || ($this->isCurrent)();
        $this->isCurrent = null;
        if (!$isCurrent) {
            throw StaleAct::changed();
        }
    }
}
