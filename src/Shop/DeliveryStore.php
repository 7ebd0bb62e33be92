<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\ManifestPreview;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintPreview;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Shop\Repository\PrintRunRepository;

/** The delivery folder of each batch, and which print file stands in it for each placement. */
final readonly class DeliveryStore
{
    /** Where cleared deliveries lie until they are too old. */
    public const CLEARED = 'cleared';

    private const GONE = 'The file that was delivered is gone, or is not the one that was checked any more. Start a run to make it again.';

    public function __construct(
        private PrintFileRepository $printFiles,
        private PrintRunRepository $runs,
        private FileStore $store,
        private FileIntegrity $integrity,
        private PrintPreviewRepository $previews,
    ) {
    }

    /** @return array<string, DeliveredFile> the same for lists and plans, without fetching all of each */
    public function standing(Batch $batch): array
    {
        return $this->printFiles->standing($batch);
    }

    /** @return array<string, PrintFile> the newest delivered file of each placement, by PlacementKey::toString() */
    public function latest(Batch $batch): array
    {
        $standing = $this->standing($batch);
        $files = $this->printFiles->numbered(array_values(array_map(static fn (DeliveredFile $one): int => $one->id, $standing)));

        return array_filter(array_map(static fn (DeliveredFile $one): ?PrintFile => $files[$one->id] ?? null, $standing));
    }

    /** To look at: a file stands where one lies in its place. */
    public function delivered(Batch $batch): BatchDelivery
    {
        return new BatchDelivery($this->standing($batch), $this->store, $this->folder($batch));
    }

    /** To rest on: a file stands where its bytes are those that were checked. */
    public function verified(Batch $batch): BatchDelivery
    {
        return new BatchDelivery($this->standing($batch), $this->store, $this->folder($batch), $this->integrity);
    }

    /** Whether a delivered file lies in its place with the bytes that were checked. */
    public function isIntact(PrintFile $file): bool
    {
        return null !== $file->path()
            && $this->integrity->isIntact($this->key($file->run()->batch(), $file->path()), $file->found()->sha256 ?? '');
    }

    public function key(Batch $batch, string $path): string
    {
        return $this->folder($batch).'/'.$path;
    }

    /** The folder on disk, which a person may open. */
    public function folderPath(Batch $batch): string
    {
        return \dirname($this->store->path($this->key($batch, 'manifest.json')));
    }

    public function has(PrintFile $file): bool
    {
        return null !== $file->path() && $this->store->has($this->key($file->run()->batch(), $file->path()));
    }

    /**
     * Puts a finished, checked file in its place; one of the same placement that lay there goes.
     *
     * @param string $sha256 of the bytes that were checked
     *
     * @return bool false where the bytes are others now, or gone: then nothing is delivered
     */
    public function deliver(PrintFile $file, string $fromKey, string $sha256): bool
    {
        $key = $this->key($file->run()->batch(), $file->path() ?? throw new \LogicException('A print file has a name before it is made.'));
        if ($this->store->has($fromKey)) {
            if ($sha256 !== $this->store->sha256($fromKey)) {
                $this->store->delete($fromKey);

                return false;
            }
            $this->store->move($fromKey, $key);

            return true;
        }

        // A host that was stopped between moving and noting finds the file already in its place.
        return $sha256 === $this->store->sha256($key);
    }

    /** Takes a batch's delivered files away, because a person says so; for a while they can be brought back. */
    public function clear(Batch $batch): void
    {
        $this->store->moveFolder($this->folder($batch), self::CLEARED.'/'.$batch->number());
    }

    /** @return bool whether there was anything to bring back */
    public function bringBack(Batch $batch): bool
    {
        return $this->store->moveFolder(self::CLEARED.'/'.$batch->number(), $this->folder($batch));
    }

    public function canBringBack(Batch $batch): bool
    {
        return $this->store->hasFolder(self::CLEARED.'/'.$batch->number()) && !$this->store->has($this->key($batch, 'manifest.json'));
    }

    /** For good, cleared files too. */
    public function remove(Batch $batch): void
    {
        $this->store->removeFolder($this->folder($batch));
        $this->store->removeFolder(self::CLEARED.'/'.$batch->number());
    }

    /**
     * Writes manifest.json and manifest.csv for all that stands in the folder, with what is short or failed in the last run.
     *
     * @param ?array<string, PrintFile> $standing of those that were delivered, what is there as it was checked; null for all
     */
    public function writeManifest(Batch $batch, ?array $standing = null): void
    {
        $manifest = $this->manifest($batch, $standing);
        $this->store->write($this->key($batch, 'manifest.json'), $manifest->json());
        $this->store->write($this->key($batch, 'manifest.csv'), $manifest->csv());
    }

    /** @param ?array<string, PrintFile> $standing of those that were delivered, what is there as it was checked; null for all */
    public function manifest(Batch $batch, ?array $standing = null): Manifest
    {
        $latest = $this->latest($batch);
        $entries = [];
        foreach ($this->printFiles->ofBatch($batch) as $file) {
            $placement = $file->key()->toString();
            $isGone = null !== $standing && isset($latest[$placement]) && !isset($standing[$placement]);
            $entries[$placement] = $isGone ? $file->wanted()->notMade(self::GONE) : $this->entry($latest[$placement] ?? $file);
        }
        $unreadable = array_filter(
            $batch->artworks(),
            static fn (BatchArtwork $artwork): bool => IntakeState::Unreadable === $artwork->state(),
        );

        return new Manifest(
            array_values($entries),
            array_values(
                array_map(
                    static fn (BatchArtwork $artwork): array => ['master' => $artwork->fileName(), 'reason' => (string) $artwork->reason()],
                    $unreadable,
                ),
            ),
            array_values(array_filter(array_map(
                static fn (PrintPreview $one): ?ManifestPreview => $one->entry(),
                $this->standingPreviews($batch),
            ))),
        );
    }

    /** @return array<string, PrintPreview> those whose file lies in its place */
    public function standingPreviews(Batch $batch): array
    {
        return array_filter(
            $this->previews->ofBatch($batch),
            fn (PrintPreview $one): bool => null !== $one->entry() && $this->store->has($this->key($batch, $one->path())),
        );
    }

    private function entry(PrintFile $file): ManifestEntry
    {
        $entry = $file->wanted();
        $found = $file->found();
        $path = $file->path();
        if ($file->state()->isDelivered() && null !== $found && null !== $path) {
            return $entry->delivered($path, $found, $file->recipe()->write->ppi->value ?? $found->ppiAcross);
        }

        return match (true) {
            PrintFileState::Short === $file->state() => $entry,
            [] !== $file->findings() => $entry->failedPreflight((string) $file->reason()),
            default => $entry->notMade($file->reason() ?? 'Not made yet.'),
        };
    }

    private function folder(Batch $batch): string
    {
        return 'deliveries/'.$batch->number();
    }

    public function lastRun(Batch $batch): ?PrintRun
    {
        return $this->runs->last($batch);
    }
}
