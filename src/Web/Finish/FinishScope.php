<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Finish\FinishSettings;

/** A place where finishing is asked for: this product, its family, the picture, the batch. */
final readonly class FinishScope
{
    /** @param \Closure(FinishSettings): array<string, mixed> $state the place's whole state with other wishes, as the journal keeps it */
    public function __construct(public string $key, public string $label, public string $subject, public FinishSettings $settings, private \Closure $state)
    {
    }

    /** @return array<string, mixed> */
    public function stateWith(FinishSettings $settings): array
    {
        return ($this->state)($settings);
    }

    public function speaksOf(string $step): bool
    {
        return \array_key_exists($step, $this->settings->toArray());
    }
}
