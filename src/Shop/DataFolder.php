<?php

declare(strict_types=1);

namespace Snugfit\Shop;

/**
 * Where everything lies in the folder that SNUGFIT_DATA names. The two databases are named again where Doctrine is configured
 * (config/packages/doctrine.yaml), and the servers' own files where they are started (tools/serve.sh).
 */
final readonly class DataFolder
{
    public function __construct(public string $path)
    {
    }

    /** Products, batches, runs: what a shop is. */
    public function database(): string
    {
        return $this->path.'/shop.sqlite';
    }

    public function hasShop(): bool
    {
        return is_file($this->database()) && filesize($this->database()) > 0;
    }

    /** What waits for workers and host. Whatever is missing is ordered again. */
    public function queue(): string
    {
        return $this->path.'/queue.sqlite';
    }

    /** Masters, previews, deliveries, by key. */
    public function files(): string
    {
        return $this->path.'/files';
    }

    /** Uploads on their way in. */
    public function uploads(): string
    {
        return $this->path.'/uploads';
    }

    /** Pictures made larger, kept for further products. Whatever is missing is made again. */
    public function enlarged(): string
    {
        return $this->path.'/enlarged';
    }

    /** What was read from masters before, kept for folders. Whatever is missing is read again. */
    public function facts(): string
    {
        return $this->path.'/facts';
    }

    /** Flags for workers. */
    public function flags(): string
    {
        return $this->path.'/flags';
    }

    /** Touched by the host while it lives. */
    public function pulse(): string
    {
        return $this->path.'/run/pulse';
    }

    /** Touched when the farm's queue could not be reached, gone when it could. */
    public function queueFault(): string
    {
        return $this->path.'/run/queue-fault';
    }

    /** Touched when the farm's store could not be reached, gone when it could. */
    public function storeFault(): string
    {
        return $this->path.'/run/store-fault';
    }

    /** Since when the oldest message of a farm's queue waits, as the host found last. */
    public function queueWait(): string
    {
        return $this->path.'/run/queue-wait';
    }

    /** Whether children can be shut off here, as it was found last. */
    public function sealing(): string
    {
        return $this->path.'/run/sealing';
    }

    /** For what does not outlive a job. */
    public function temporary(): string
    {
        return $this->path.'/tmp';
    }
}
