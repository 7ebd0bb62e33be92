<?php

declare(strict_types=1);

namespace Snugfit\Core;

/** A failure whose message is its sentence for the person. */
trait TellsSentence
{
    private FailureReason $reason = FailureReason::Impossible;

    public function reason(): FailureReason
    {
        return $this->reason;
    }

    public function sentence(): string
    {
        return $this->getMessage();
    }

    private static function because(FailureReason $reason, string $sentence, ?\Throwable $previous = null): self
    {
        $failure = new self($sentence, previous: $previous);
        $failure->reason = $reason;

        return $failure;
    }
}
