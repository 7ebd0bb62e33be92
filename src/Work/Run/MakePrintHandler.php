<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\PixelTask;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Message\MakePrint;
use Snugfit\Work\Message\PrintCancelled;
use Snugfit\Work\Message\PrintFailed;
use Snugfit\Work\Message\PrintMade;
use Snugfit\Work\Message\PrintProgress;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/** In a worker: makes a print file in a child process, telling the host how far it is. */
#[AsMessageHandler]
final readonly class MakePrintHandler
{
    /** Seconds between looks at the child: short enough that a cancel is felt at once. */
    private const LOOK = 0.05;

    /** Seconds between progress messages. */
    private const TELL = 0.4;

    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private CancelFlags $flags,
        private StopSignalListener $closing,
        private MessageBusInterface $bus,
    ) {
    }

    public function __invoke(MakePrint $message): void
    {
        if ($this->flags->isRaised($message->runId)) {
            $this->bus->dispatch(new PrintCancelled($message->printFileId));

            return;
        }
        $began = microtime(true);
        $target = $this->store->path($message->targetKey);
        $this->bus->dispatch(new PrintProgress($message->printFileId, 0.0));
        try {
            $child = $this->processes->start(
                new MakePrintJob(
                    $this->masters->byKey($message->masterKey),
                    $message->recipe,
                    $target,
                    null === $message->proofKey ? null : $this->store->path($message->proofKey),
                    null === $message->previewKey ? null : $this->store->path($message->previewKey),
                ),
            );
            if (!$this->watch($child, $message, $target.'.part')) {
                @unlink($target.'.part');
                $this->bus->dispatch(new PrintCancelled($message->printFileId));

                return;
            }
            $found = PrintFileFacts::fromRecord($child->facts());
            $this->bus->dispatch(new PrintMade($message->printFileId, $message->targetKey, $found, microtime(true) - $began));
        } catch (PixelJobFailed $e) {
            @unlink($target.'.part');
            $this->bus->dispatch(new PrintFailed($message->printFileId, $e->getMessage()));
        }
    }

    /** @return bool false where the run was cancelled */
    private function watch(PixelTask $child, MakePrint $message, string $growing): bool
    {
        $told = microtime(true);
        while ($child->isRunning()) {
            if ($this->flags->isRaised($message->runId)) {
                $child->kill();

                return false;
            }
            if ($this->closing->hasCome()) {
                $child->kill();
                @unlink($growing);
                throw WorkerStopping::atClosing();
            }
            usleep((int) (self::LOOK * 1e6));
            if (microtime(true) - $told >= self::TELL) {
                $told = microtime(true);
                clearstatcache(true, $growing);
                $bytes = is_file($growing) ? (int) filesize($growing) : 0;
                // The last share is the reading back; an estimate that was too small must not claim to be done.
                $written = $bytes / max(1, $message->expectedBytes);
                $this->bus->dispatch(
                    new PrintProgress(
                        $message->printFileId,
                        min(
                            0.97,
                            $message->enlargingShare * ($bytes > 0 ? 1.0 : $child->enlarged()) + (1 - $message->enlargingShare) * $written,
                        ),
                    ),
                );
            }
        }

        return true;
    }
}
