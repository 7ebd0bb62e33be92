<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** One go of one worker at a print file: what it answers counts only while no other has begun after it. */
final readonly class Attempt
{
    private function __construct(
        public int $printFileId,
        /** Nobody else's. */
        public string $token,
        /** The worker's name. */
        public string $worker,
        /** Names the order that it follows; null for one from before orders had names. */
        public ?string $order,
    ) {
    }

    public static function by(string $worker, MakePrint $order): self
    {
        return new self($order->printFileId, bin2hex(random_bytes(8)), $worker, $order->order ?? null);
    }
}
