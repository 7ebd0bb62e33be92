<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

/** Which saved choice is meant. */
final readonly class ProductChoiceName
{
    public function __construct(public string $name)
    {
    }
}
