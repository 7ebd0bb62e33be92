<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

/** One thing that preflight looked at. */
final readonly class PreflightFinding
{
    public function __construct(public string $subject, public string $wanted, public string $found, public bool $passed)
    {
    }

    /** @return array{subject: string, wanted: string, found: string, passed: bool} */
    public function toArray(): array
    {
        return ['subject' => $this->subject, 'wanted' => $this->wanted, 'found' => $this->found, 'passed' => $this->passed];
    }

    public function sentence(): string
    {
        return $this->passed
            ? \sprintf('%s: %s.', $this->subject, $this->found)
            : \sprintf('%s: wanted %s, found %s.', $this->subject, $this->wanted, $this->found);
    }
}
