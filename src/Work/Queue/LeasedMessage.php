<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

/** A message in a worker's hands, with the token that only this worker has. */
final readonly class LeasedMessage
{
    public function __construct(public int $id, public string $token, public string $body, public int $deliveries)
    {
    }
}
