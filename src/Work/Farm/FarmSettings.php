<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

/** Which queue and which exchange a shop shares with other machines, and what this one is in it. */
final readonly class FarmSettings
{
    /** A machine that has the shop's data, and one that only works for it. */
    public const HOST = 'host';
    public const WORKER = 'worker';

    /** The machine's name, which people read. */
    public string $machine;

    public function __construct(
        /** A PostgreSQL address; empty where the shop works by itself. */
        #[\SensitiveParameter] public string $queue,
        /** Where files are exchanged. */
        #[\SensitiveParameter] public string $store,
        public string $role,
        string $machine,
        /** Names the program's edition: machines of different ones make different files. */
        public string $edition,
    ) {
        $name = '' === $machine ? (string) gethostname() : $machine;
        $this->machine = mb_strimwidth((string) preg_replace('/[^\w.-]+/', '-', mb_scrub($name)), 0, 60);
    }

    public function isOn(): bool
    {
        return '' !== $this->queue;
    }

    public function isWorker(): bool
    {
        return self::WORKER === $this->role;
    }
}
