<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/**
 * Has jobs done for processes that end soon themselves, as a page's does: its children wait for the next page, so that nobody waits
 * for one to start. A connection brings one job in two lines of JSON, what it needs and what is to be done, and hears what comes of it;
 * one that is closed before stops it.
 */
final class ProcessServer
{
    /** Microseconds between looks at what works, and between two where nothing does. */
    private const LOOK = 1_000;
    private const REST = 500_000;

    /** Seconds without a job after which idle children end, and for which jobs at work may go on at its end. */
    private const LULL = 120;
    private const LAST = 30;

    /** @var array<int, ServedConnection> */
    private array $connections = [];
    private int $used;

    public function __construct(private readonly ProcessSupply $supply)
    {
        $this->used = time();
    }

    /**
     * Serves for so many seconds.
     *
     * @throws \RuntimeException where nothing can listen there
     */
    public function serve(string $socket, int $seconds): void
    {
        @unlink($socket);
        $before = umask(0o177);
        $server = @stream_socket_server('unix://'.$socket, $code, $message);
        umask($before);
        if (false === $server) {
            throw new \RuntimeException(\sprintf('Nothing can listen at %s: %s', $socket, $message));
        }
        for ($until = time() + $seconds; time() < $until;) {
            $this->round($server);
        }
        // The next one takes over at once; what is at work here is brought to its end.
        fclose($server);
        @unlink($socket);
        for ($until = time() + self::LAST; [] !== $this->connections && time() < $until;) {
            $this->round(null);
        }
    }

    /** @param ?resource $server null where no more are taken */
    private function round($server): void
    {
        $reads = array_map(static fn (ServedConnection $one) => $one->stream, $this->connections);
        $none = null;
        if (null !== $server) {
            $reads[] = $server;
        }
        if (0 < (int) @stream_select($reads, $none, $none, 0, [] === $this->connections ? self::REST : self::LOOK)) {
            $this->accept($server, $reads);
        }
        foreach ($this->connections as $i => $connection) {
            if (!$connection->goesOn($this->supply)) {
                unset($this->connections[$i]);
                $this->used = time();
            }
        }
        if ([] === $this->connections && time() - $this->used > self::LULL) {
            $this->supply->endIdle();
        }
    }

    /**
     * @param ?resource            $server
     * @param array<int, resource> $ready
     */
    private function accept($server, array $ready): void
    {
        if (null === $server || !\in_array($server, $ready, true)) {
            return;
        }
        $stream = @stream_socket_accept($server, 0);
        if (false !== $stream) {
            stream_set_blocking($stream, false);
            $this->connections[(int) $stream] = new ServedConnection($stream);
        }
    }
}
