<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\FailureReason;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Message\MasterRead;
use Snugfit\Work\Message\MasterUnreadable;
use Snugfit\Work\Message\ReadMaster;
use Snugfit\Work\Queue\AnswerSender;
use Snugfit\Work\Worker\Heartbeat;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** In a worker: reads a master in a child process and tells the host what was found. */
#[AsMessageHandler]
final readonly class ReadMasterHandler
{
    /** How often it is tried where the machine ended the child, and seconds between, growing. */
    private const TRIES = 3;
    private const PAUSE = 2;

    /** Microseconds between looks at the child. */
    private const LOOK = 5_000;

    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private AnswerSender $host,
        private Heartbeat $heartbeat,
    ) {
    }

    public function __invoke(ReadMaster $message): void
    {
        $previews = array_map($this->store->path(...), $message->previewKeys);
        for ($try = 1;; ++$try) {
            try {
                $child = $this->processes->start(new ReadMasterJob($this->masters->byKey($message->masterKey), $previews));
                while ($child->isRunning()) {
                    usleep(self::LOOK);
                    $this->heartbeat->beat();
                }
                $this->host->tell(new MasterRead($message->artworkId, MasterFacts::fromRecord($child->facts())));

                return;
            } catch (PixelJobFailed $e) {
                if (FailureReason::Killed !== $e->reason() || self::TRIES === $try) {
                    $this->host->tell(new MasterUnreadable($message->artworkId, $e->getMessage()));

                    return;
                }
                sleep(self::PAUSE * $try);
            }
        }
    }
}
