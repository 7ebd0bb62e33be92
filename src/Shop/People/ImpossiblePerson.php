<?php

declare(strict_types=1);

namespace Snugfit\Shop\People;

/** An account cannot be as it was asked for; the message is a sentence for the person. */
final class ImpossiblePerson extends \RuntimeException
{
    public static function name(): self
    {
        return new self('A name has small letters, digits, dots and hyphens, and at most 60 of them.');
    }

    public static function taken(string $name): self
    {
        return new self(\sprintf('There is somebody called "%s" already.', $name));
    }

    public static function unknown(string $name): self
    {
        return new self(\sprintf('There is nobody called "%s".', $name));
    }

    public static function password(int $least): self
    {
        return new self(\sprintf('A password has at least %d characters, and is not the name.', $least));
    }

    public static function wrongPassword(): self
    {
        return new self('That is not the password until now.');
    }

    public static function lastOwner(): self
    {
        return new self('The shop needs an owner: make another person one first.');
    }
}
