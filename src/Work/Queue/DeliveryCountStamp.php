<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Symfony\Component\Messenger\Stamp\NonSendableStampInterface;

/** How often a message was handed out, this time included. Over one means that a worker died with it in its hands. */
final readonly class DeliveryCountStamp implements NonSendableStampInterface
{
    public function __construct(public int $deliveries)
    {
    }
}
