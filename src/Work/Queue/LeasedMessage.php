<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

/** A message in a worker's hands. */
final readonly class LeasedMessage
{
    public function __construct(public int $id, public string $body, public int $deliveries)
    {
    }
}
