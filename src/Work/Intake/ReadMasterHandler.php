<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Pixels\Job\ReadJob;
use Snugfit\Shop\Vault;
use Snugfit\Work\Child\PixelBench;
use Snugfit\Work\Child\PixelWorkFailed;
use Snugfit\Work\Message\MasterRead;
use Snugfit\Work\Message\MasterUnreadable;
use Snugfit\Work\Message\ReadMaster;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/** In a worker: reads a master in a child process and tells the host what was found. */
#[AsMessageHandler]
final readonly class ReadMasterHandler
{
    public function __construct(private PixelBench $bench, private Vault $vault, private MessageBusInterface $bus)
    {
    }

    public function __invoke(ReadMaster $message): void
    {
        $previews = array_map($this->vault->path(...), $message->previewKeys);
        try {
            $facts = $this->bench->start(new ReadJob($this->vault->path($message->masterKey), $previews))->facts();
            $this->bus->dispatch(new MasterRead($message->artworkId, MasterFacts::fromRecord($facts)));
        } catch (PixelWorkFailed $e) {
            $this->bus->dispatch(new MasterUnreadable($message->artworkId, $e->getMessage()));
        }
    }
}
