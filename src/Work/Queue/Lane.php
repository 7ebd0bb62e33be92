<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

/**
 * Messages of one kind in the order that they came. One is lent to a worker for a short time, which the worker prolongs while it
 * lives; each loan has a token, so that who was given up cannot prolong or remove what is another's now.
 */
interface Lane
{
    /**
     * @param int     $delay   milliseconds until it may be taken
     * @param ?string $machine whose workers should have it, unless others are idle; null for anybody's
     */
    public function add(string $body, int $delay, ?string $machine = null): int;

    public function take(): ?LeasedMessage;

    /** @return bool false where the message is not this worker's any more */
    public function prolong(LeasedMessage $lease): bool;

    /** @return bool false where the message is not this worker's any more */
    public function remove(LeasedMessage $lease): bool;

    public function count(): int;

    /** @return list<string> all that wait or are in a worker's hands */
    public function bodies(): array;
}
