<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

/** One thing that preflight looked at. */
final readonly class Finding
{
    public function __construct(public string $subject, public string $wanted, public string $found, public bool $passed)
    {
    }

    public function sentence(): string
    {
        return $this->passed
            ? \sprintf('%s: %s.', $this->subject, $this->found)
            : \sprintf('%s: wanted %s, found %s.', $this->subject, $this->wanted, $this->found);
    }
}
