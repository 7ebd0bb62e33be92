<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;
use Snugfit\Work\Message\MasterRead;
use Snugfit\Work\Message\MasterUnreadable;
use Snugfit\Work\Message\ReadMaster;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/** In a worker: reads a master in a child process and tells the host what was found. */
#[AsMessageHandler]
final readonly class ReadMasterHandler
{
    public function __construct(
        private PixelProcessPool $processes,
        private FileStore $store,
        private StoredMasters $masters,
        private MessageBusInterface $bus,
    ) {
    }

    public function __invoke(ReadMaster $message): void
    {
        $previews = array_map($this->store->path(...), $message->previewKeys);
        try {
            $facts = $this->processes->start(new ReadMasterJob($this->masters->byKey($message->masterKey), $previews))->facts();
            $this->bus->dispatch(new MasterRead($message->artworkId, MasterFacts::fromRecord($facts)));
        } catch (PixelJobFailed $e) {
            $this->bus->dispatch(new MasterUnreadable($message->artworkId, $e->getMessage()));
        }
    }
}
