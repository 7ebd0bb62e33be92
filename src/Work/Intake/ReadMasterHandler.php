<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\FailureReason;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PatientWork;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Farm\WorkFiles;
use Snugfit\Work\Message\MasterPrepared;
use Snugfit\Work\Message\MasterRead;
use Snugfit\Work\Message\MasterUnreadable;
use Snugfit\Work\Message\ReadHeavyMaster;
use Snugfit\Work\Message\ReadMaster;
use Snugfit\Work\Queue\AnswerSender;
use Snugfit\Work\Queue\LeaseKeeper;
use Snugfit\Work\Worker\Heartbeat;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/** In a worker: reads a master in a child process and tells the host what was found. */
final readonly class ReadMasterHandler
{
    /** Microseconds between looks at the child. */
    private const LOOK = 5_000;

    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private AnswerSender $host,
        private Heartbeat $heartbeat,
        private PatientWork $patience,
        private WorkFiles $files,
        private LeaseKeeper $lease,
        private MessageBusInterface $bus,
    ) {
    }

    /** What takes longer than most do goes to the lane for that, so that nobody waits behind it. */
    #[AsMessageHandler]
    public function usual(ReadMaster $message): void
    {
        try {
            $this->read($message, static fn (string $path): float => ReadingEffort::USUAL_SECONDS);
        } catch (PixelJobFailed $e) {
            FailureReason::TooSlow === $e->reason()
                ? $this->bus->dispatch(new ReadHeavyMaster($message))
                : $this->host->tell(new MasterUnreadable($message->artworkId, $e->getMessage()));
        }
    }

    #[AsMessageHandler]
    public function heavy(ReadHeavyMaster $message): void
    {
        try {
            $this->read($message->work, ReadingEffort::mostSeconds(...));
        } catch (PixelJobFailed $e) {
            $this->host->tell(new MasterUnreadable($message->artworkId(), $e->getMessage()));
        }
    }

    /**
     * @param \Closure(string): float $seconds that reading the file at a path may take
     *
     * @throws PixelJobFailed
     */
    private function read(ReadMaster $message, \Closure $seconds): void
    {
        if (!$this->files->bring($message->masterKey, fn (): bool => !$this->lease->isLost())) {
            return;
        }
        $previews = array_map($this->store->path(...), $message->previewKeys);
        $this->patience->do(function () use ($message, $previews, $seconds): void {
            $master = $this->masters->byKey($message->masterKey);
            $edits = $message->edits();
            $child = $this->processes->start(new ReadMasterJob($master, $previews, $seconds($master->path), $edits));
            while ($child->isRunning()) {
                usleep(self::LOOK);
                $this->heartbeat->beat();
            }
            $read = $edits->isSilent()
                ? new MasterRead($message->artworkId, MasterFacts::fromRecord($child->facts()))
                : new MasterPrepared($message->artworkId, PreparedFacts::fromRecord($child->facts()));
            $this->files->deliver($read, array_values($message->previewKeys));
        });
    }
}
