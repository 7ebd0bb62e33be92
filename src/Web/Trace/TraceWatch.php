<?php

declare(strict_types=1);

namespace Snugfit\Web\Trace;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Job\TraceJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/** Outlines under way: one request waits for them, others ask how far they are, or stop them. They meet in two notes. */
final readonly class TraceWatch
{
    /** Microseconds between looks. */
    private const LOOK = 20_000;

    /** Seconds after which a note is of a request that is no more. */
    private const FORGOTTEN = 5;

    private const DONE = '.progress';
    private const STOP = '.stop';

    public function __construct(private PixelProcessPool $processes, private FileStore $store)
    {
    }

    /**
     * @param string $key names the outlines
     *
     * @throws PixelJobFailed also where a person stopped it
     */
    public function wait(TraceJob $job, string $key): JsonReader
    {
        $task = $this->processes->start($job);
        $told = '';
        try {
            while ($task->isRunning()) {
                $share = \sprintf('%.2F', $task->enlarged());
                // Written again while it stands still, so that it is not taken for one that nobody waits for.
                if ($share !== $told || !$this->isFresh($key)) {
                    $this->store->write($key.self::DONE, $told = $share);
                }
                if ($this->store->has($key.self::STOP)) {
                    $task->kill();
                    throw PixelJobFailed::stopped();
                }
                usleep(self::LOOK);
            }

            return $task->facts();
        } finally {
            $this->store->delete($key.self::DONE);
            $this->store->delete($key.self::STOP);
        }
    }

    /** The share that is done, 0 to 1; null where nothing is under way. */
    public function share(string $key): ?float
    {
        return $this->isFresh($key) ? (float) $this->store->read($key.self::DONE) : null;
    }

    /** Whether there was anything to stop. */
    public function stop(string $key): bool
    {
        if (null === $this->share($key)) {
            return false;
        }
        $this->store->write($key.self::STOP, '');

        return true;
    }

    private function isFresh(string $key): bool
    {
        $path = $this->store->path($key.self::DONE);
        clearstatcache(true, $path);

        return is_file($path) && (int) filemtime($path) >= time() - self::FORGOTTEN;
    }
}
