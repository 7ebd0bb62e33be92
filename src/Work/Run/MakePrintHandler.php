<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PatientWork;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\PixelTask;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Farm\FarmSettings;
use Snugfit\Work\Farm\WorkFiles;
use Snugfit\Work\Message\Attempt;
use Snugfit\Work\Message\MakePrint;
use Snugfit\Work\Message\PrintBegun;
use Snugfit\Work\Message\PrintCancelled;
use Snugfit\Work\Message\PrintFailed;
use Snugfit\Work\Message\PrintMade;
use Snugfit\Work\Message\PrintProgress;
use Snugfit\Work\Queue\AnswerSender;
use Snugfit\Work\Queue\LeaseKeeper;
use Snugfit\Work\Worker\Heartbeat;
use Snugfit\Work\Worker\WorkerName;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** In a worker: makes a print file in a child process, telling the host how far it is. */
#[AsMessageHandler]
final readonly class MakePrintHandler
{
    /** Seconds between looks at the child: short enough that a cancel is felt at once. */
    private const LOOK = 0.05;

    /** Seconds between progress messages; from another machine, where there may be many. */
    private const TELL = 0.4;
    private const TELL_FROM_AFAR = 5.0;

    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private CancelFlags $flags,
        private StopSignalListener $closing,
        private LeaseKeeper $lease,
        private AnswerSender $host,
        private WorkerName $worker,
        private Heartbeat $heartbeat,
        private PatientWork $patience,
        private WorkFiles $files,
        private FarmSettings $farm,
    ) {
    }

    public function __invoke(MakePrint $message): void
    {
        $attempt = null;
        try {
            $this->patience->do(function () use ($message, &$attempt): void {
                $attempt = Attempt::by($this->worker->name, $message);
                $this->attempt($message, $attempt);
            });
        } catch (PixelJobFailed $e) {
            $this->host->tell(new PrintFailed($message->printFileId, $attempt, $e->getMessage()));
        }
    }

    /** @throws PixelJobFailed */
    private function attempt(MakePrint $message, Attempt $attempt): void
    {
        if ($this->flags->isRaised($message->runId)) {
            $this->host->tell(new PrintCancelled($message->printFileId));

            return;
        }
        $began = microtime(true);
        $key = $message->targetKey($attempt);
        $target = $this->store->path($key);
        $growing = $target.PrintFileMaker::PART;
        $this->host->tell(new PrintBegun($attempt));
        try {
            if (!$this->files->bring($message->masterKey, fn (): bool => $this->isWanted($message))) {
                $this->notWanted($message);

                return;
            }
            $child = $this->processes->start(
                new MakePrintJob(
                    $this->masters->byKey($message->masterKey),
                    $message->recipe,
                    $target,
                    null === $message->proofKey ? null : $this->store->path($message->proofKey),
                    null === $message->previewKey ? null : $this->store->path($message->previewKey),
                ),
            );
            $isWanted = $this->watch($child, $message, $attempt, $growing);
            $found = $isWanted ? PrintFileFacts::fromRecord($child->facts()) : null;
        } finally {
            @unlink($growing);
        }
        if (null !== $found) {
            $made = new PrintMade($attempt, $key, $found, microtime(true) - $began);
            $this->files->deliver($made, array_values(array_filter([$key, $message->proofKey])));
        } else {
            $this->notWanted($message);
        }
    }

    /** @return bool false where nobody wants it any more: the run was cancelled, or another worker was given it */
    private function watch(PixelTask $child, MakePrint $message, Attempt $attempt, string $growing): bool
    {
        $told = microtime(true);
        while ($child->isRunning()) {
            if (!$this->isWanted($message)) {
                $child->kill();

                return false;
            }
            if ($this->closing->hasCome()) {
                $child->kill();
                throw WorkerStopping::atClosing();
            }
            usleep((int) (self::LOOK * 1e6));
            $this->heartbeat->beat();
            if (microtime(true) - $told >= ($this->farm->isWorker() ? self::TELL_FROM_AFAR : self::TELL)) {
                $told = microtime(true);
                $this->host->mention(new PrintProgress($attempt, self::share($child, $message, $growing)));
            }
        }

        return true;
    }

    private function isWanted(MakePrint $message): bool
    {
        return !$this->lease->isLost() && !$this->flags->isRaised($message->runId);
    }

    private function notWanted(MakePrint $message): void
    {
        if (!$this->lease->isLost()) {
            $this->host->tell(new PrintCancelled($message->printFileId));
        }
    }

    private static function share(PixelTask $child, MakePrint $message, string $growing): float
    {
        clearstatcache(true, $growing);
        $bytes = is_file($growing) ? (int) filesize($growing) : 0;
        $enlarging = $message->enlargingShare * ($bytes > 0 ? 1.0 : $child->enlarged());
        $writing = (1 - $message->enlargingShare) * ($bytes / max(1, $message->expectedBytes));

        // The last share is the reading back; an estimate that was too small must not claim to be done.
        return min(0.97, $enlarging + $writing);
    }
}
