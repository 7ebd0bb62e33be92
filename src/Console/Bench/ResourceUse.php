<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

/** Time and memory of one round. */
final readonly class ResourceUse
{
    public function __construct(public float $seconds, public float $megabytes)
    {
    }

    /** @param non-empty-list<self> $rounds */
    public static function median(array $rounds): float
    {
        return self::middle(array_map(static fn (self $one): float => $one->seconds, $rounds));
    }

    /** @param non-empty-list<float> $numbers */
    public static function middle(array $numbers): float
    {
        sort($numbers);

        return $numbers[intdiv(\count($numbers), 2)];
    }

    /**
     * @param non-empty-list<self> $rounds
     *
     * @return array{float, float} shortest and longest
     */
    public static function range(array $rounds): array
    {
        $seconds = array_map(static fn (self $one): float => $one->seconds, $rounds);

        return [min($seconds), max($seconds)];
    }

    /** @param non-empty-list<self> $rounds */
    public static function mostMegabytes(array $rounds): float
    {
        return max(array_map(static fn (self $one): float => $one->megabytes, $rounds));
    }
}
