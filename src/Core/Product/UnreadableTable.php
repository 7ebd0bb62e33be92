<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;

/** A table of products has lines that cannot be read; nothing of it is taken. */
final class UnreadableTable extends \InvalidArgumentException implements Failure
{
    /** @param list<string> $sentences */
    private function __construct(public readonly array $sentences)
    {
        parent::__construct(implode(' ', $sentences));
    }

    /** @param array<string, string> $errors by place */
    public static function lines(array $errors): self
    {
        ksort($errors, \SORT_NATURAL);

        return new self(
            [] === $errors
                ? ['The file holds no product.']
                : array_map(static fn (string $place, string $error): string => $place.': '.$error, array_keys($errors), $errors),
        );
    }

    public function reason(): FailureReason
    {
        return FailureReason::Malformed;
    }

    public function sentence(): string
    {
        return $this->getMessage();
    }
}
