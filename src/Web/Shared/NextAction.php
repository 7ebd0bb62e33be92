<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

/** What a person would sensibly do next: the one filled button of the page. */
final readonly class NextAction
{
    /** @param bool $acts true where it does something instead of leading somewhere */
    public function __construct(public string $label, public string $url, public bool $acts = false)
    {
    }
}
