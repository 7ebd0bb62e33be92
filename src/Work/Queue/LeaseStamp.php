<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Symfony\Component\Messenger\Stamp\NonSendableStampInterface;

/** By which loan the envelope came. */
final readonly class LeaseStamp implements NonSendableStampInterface
{
    public function __construct(public LeasedMessage $lease)
    {
    }

    /** How often the message was handed out, this time included. Over one means that a worker died with it in its hands. */
    public function deliveries(): int
    {
        return $this->lease->deliveries;
    }
}
