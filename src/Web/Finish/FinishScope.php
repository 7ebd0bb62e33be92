<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Shop\Undo\Change;

/** Where finishing is asked for: on this product, its family, for the picture, for the batch. */
final readonly class FinishScope
{
    /** @param \Closure(FinishSettings): Change<covariant mixed> $change */
    public function __construct(public string $key, public string $label, public FinishSettings $settings, private \Closure $change)
    {
    }

    /** @return Change<covariant mixed> */
    public function changedTo(FinishSettings $finish): Change
    {
        return ($this->change)($finish);
    }

    public function speaksOf(string $step): bool
    {
        return \array_key_exists($step, $this->settings->toArray());
    }
}
