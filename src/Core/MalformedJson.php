<?php

declare(strict_types=1);

namespace Snugfit\Core;

/** Stored or transmitted JSON is not what it should be. */
final class MalformedJson extends \UnexpectedValueException implements Failure
{
    use TellsSentence;

    public static function json(string $of, \JsonException $e): self
    {
        return self::because(FailureReason::Malformed, \sprintf('The record of %s is not JSON: %s.', $of, $e->getMessage()), previous: $e);
    }

    public static function field(string $of, string $name, string $wanted): self
    {
        return self::because(FailureReason::Malformed, \sprintf('In the record of %s, "%s" should be %s.', $of, $name, $wanted));
    }
}
