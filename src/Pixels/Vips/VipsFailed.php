<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;

/** libvips refused an operation. The message is its own, for the log; a person gets a sentence. */
final class VipsFailed extends \RuntimeException implements Failure
{
    public static function toStart(string $message): self
    {
        return new self('libvips did not start: '.$message);
    }

    public static function at(string $operation, string $message): self
    {
        return new self($operation.': '.('' === $message ? 'no reason given' : $message));
    }

    public function reason(): FailureReason
    {
        return FailureReason::Damaged;
    }

    public function sentence(): string
    {
        return 'The picture could not be worked on: a part of it cannot be decoded. Copy or export it again.';
    }
}
