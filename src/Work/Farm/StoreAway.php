<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;

/** A machine that cannot reach the exchange puts its work back, for one that can: not a failure, and not counted as one. */
final class StoreAway extends RecoverableMessageHandlingException
{
    /** Milliseconds after which the work is to be had again. */
    private const PAUSE = 5000;

    public static function by(\Throwable $cause): self
    {
        $sentence = 'The store cannot be reached from this machine; another one takes this up.';

        return new self($sentence, previous: $cause, retryDelay: self::PAUSE);
    }
}
