<?php

declare(strict_types=1);

namespace Snugfit\Work\Preview;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PreviewState;
use Snugfit\Shop\Entity\PrintPreview;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Work\Message\AboutPreview;
use Snugfit\Work\Message\PreviewFailed;
use Snugfit\Work\Message\PreviewMade;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** At the host: takes in the previews that workers made. */
final readonly class PreviewResultHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PrintPreviewRepository $previews,
        private DeliveryStore $deliveries,
        private FileStore $store,
    ) {
    }

    #[AsMessageHandler]
    public function made(PreviewMade $answer): void
    {
        $preview = $this->awaited($answer, $answer->shows);
        if (null === $preview) {
            $this->store->delete($answer->key);

            return;
        }
        $key = $this->deliveries->key($preview->batch(), $preview->path());
        if ($this->store->has($answer->key)) {
            $this->store->move($answer->key, $key);
        }
        // A host that was stopped between moving and noting finds the file already in its place.
        if ($answer->sha256 !== $this->store->sha256($key)) {
            $preview->failed('The finished preview was lost on its way to its folder. Start a run to make it again.');
        } else {
            $preview->made($answer->width, $answer->height, $this->store->size($key), $answer->sha256);
        }
        $this->ended($preview);
    }

    #[AsMessageHandler]
    public function failed(PreviewFailed $answer): void
    {
        $preview = $this->awaited($answer, $answer->shows);
        if (null !== $preview) {
            $preview->failed($answer->reason);
            $this->ended($preview);
        }
    }

    private function awaited(AboutPreview $answer, string $shows): ?PrintPreview
    {
        $preview = $this->previews->find($answer->previewId());

        return true === $preview?->waitsFor($shows) ? $preview : null;
    }

    /** With the last one the manifest is written. */
    private function ended(PrintPreview $preview): void
    {
        $this->entities->flush();
        if (0 === ($this->previews->countByState($preview->batch())[PreviewState::Waiting->value] ?? 0)) {
            $this->deliveries->writeManifest($preview->batch());
        }
    }
}
