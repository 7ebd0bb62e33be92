<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Psr\Log\LoggerInterface;

/** How long the exchange has not answered, told to the log once. */
final class StoreOutage
{
    private ?float $since = null;

    public function __construct(private readonly LoggerInterface $logger)
    {
    }

    /** @return float seconds that it has lasted */
    public function goesOn(\Throwable $cause): float
    {
        if (null === $this->since) {
            $this->since = microtime(true);
            $this->logger->warning('The store cannot be reached: {cause}', ['cause' => mb_substr($cause->getMessage(), 0, 300)]);
        }

        return microtime(true) - $this->since;
    }

    public function ends(): void
    {
        $this->since = null;
    }
}
