<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;

/** A worker that closes puts its work back into the lane: not a failure, and not counted as one. */
final class WorkerStopping extends RecoverableMessageHandlingException
{
    public static function atClosing(): self
    {
        return new self('The worker was asked to stop; another one takes this up.', retryDelay: 0);
    }
}
