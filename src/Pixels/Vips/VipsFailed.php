<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** libvips refused an operation; the message is its own. */
final class VipsFailed extends \RuntimeException
{
    public static function toStart(string $message): self
    {
        return new self('libvips did not start: '.$message);
    }

    public static function at(string $operation, string $message): self
    {
        return new self($operation.': '.('' === $message ? 'no reason given' : $message));
    }
}
