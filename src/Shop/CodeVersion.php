<?php

declare(strict_types=1);

namespace Snugfit\Shop;

/** Of the program's own code: what is kept between requests and was computed by other code is computed again. */
final readonly class CodeVersion
{
    public function __construct(public string $hash)
    {
    }
}
