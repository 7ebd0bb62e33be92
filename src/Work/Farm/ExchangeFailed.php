<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

/** The exchange could not be reached, has no room, or not the file that was put there. It is tried again. */
final class ExchangeFailed extends \RuntimeException
{
    private function __construct(
        string $message,
        /** Whether there was a file, and another one than it should be. */
        public readonly bool $isOther,
        ?\Throwable $cause,
    ) {
        parent::__construct($message, previous: $cause);
    }

    public static function by(\Throwable $cause): self
    {
        return new self($cause->getMessage(), false, $cause);
    }

    public static function locally(string $message): self
    {
        return new self($message, false, null);
    }

    public static function otherFile(): self
    {
        return new self('What was fetched is not the file that was put there.', true, null);
    }
}
