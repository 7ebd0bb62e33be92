<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\FailureReason;
use Snugfit\Shop\DataFolder;
use Snugfit\Work\Run\StopSignalListener;
use Snugfit\Work\Run\WorkerStopping;
use Snugfit\Work\Worker\Heartbeat;

/**
 * Has work done again where the machine was to blame and not the file: a child that was ended from outside, and a disk without
 * room, for which it waits. What may be either is tried a second time before a file is blamed.
 */
final readonly class PatientWork
{
    /** How often it is tried where the machine ended the child, and seconds between, growing. */
    private const TRIES = 7;
    private const PAUSE = 1;

    /** Bytes free on the disk under which writing may fail. */
    private const LITTLE = 100_000_000;

    /** Microseconds between looks whether there is room again. */
    private const LOOK = 1_000_000;

    /** What a disk without room looks like to a decoder, which writes while it reads. */
    private const DOUBTFUL = [FailureReason::Damaged, FailureReason::Unwritable, FailureReason::DiskFull, FailureReason::Crashed];

    public function __construct(private DataFolder $data, private StopSignalListener $closing, private Heartbeat $heartbeat)
    {
    }

    /**
     * @param \Closure(): void $work
     *
     * @throws PixelJobFailed where the file is to blame, or the machine too often
     */
    public function do(\Closure $work): void
    {
        $tries = $doubts = 0;
        while (true) {
            try {
                $work();

                return;
            } catch (PixelJobFailed $e) {
                $isDoubtful = \in_array($e->reason(), self::DOUBTFUL, true);
                $mayTry = match (true) {
                    FailureReason::Killed === $e->reason() => ++$tries < self::TRIES,
                    $isDoubtful && $this->isShortOfRoom() => true,
                    $isDoubtful => 1 === ++$doubts,
                    default => false,
                };
                if (!$mayTry) {
                    throw $e;
                }
                $isDoubtful ? $this->awaitRoom() : sleep(self::PAUSE * $tries);
            }
        }
    }

    private function isShortOfRoom(): bool
    {
        return @disk_free_space($this->data->path) < self::LITTLE;
    }

    private function awaitRoom(): void
    {
        while ($this->isShortOfRoom()) {
            if ($this->closing->hasCome()) {
                throw WorkerStopping::atClosing();
            }
            usleep(self::LOOK);
            $this->heartbeat->beat();
        }
    }
}
