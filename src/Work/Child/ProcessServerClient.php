<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** Asks the process server for a process, where there is one. */
final readonly class ProcessServerClient
{
    /** Seconds within which it takes a connection. */
    private const PATIENCE = 0.5;

    /** @param string $socket the path it listens at; empty for nobody */
    public function __construct(private string $socket = '')
    {
    }

    /** Null where nobody answers. */
    public function ask(ProcessNeeds $needs): ?ServedProcess
    {
        if ('' === $this->socket) {
            return null;
        }
        $connection = @stream_socket_client('unix://'.$this->socket, timeout: self::PATIENCE);

        return false === $connection ? null : new ServedProcess($connection, $needs);
    }
}
