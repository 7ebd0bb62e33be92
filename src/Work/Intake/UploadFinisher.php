<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Artwork\UnsuitableReferenceImage;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Work\Child\PixelJobFailed;

/**
 * Takes in a file whose last byte has arrived. Whoever finds one may do it, as often as they like: who sent it, who asks
 * whether it arrived, and the host, where all of them were stopped.
 */
final readonly class UploadFinisher
{
    public function __construct(
        private Uploads $uploads,
        private EntityManagerInterface $entities,
        private ArtworkImporter $importer,
        private ReferenceImporter $references,
    ) {
    }

    /**
     * Does nothing where bytes are missing or where it was taken in before.
     *
     * @throws UploadFailed where it is refused for good
     */
    public function finish(string $token): void
    {
        $file = @fopen($this->uploads->path($token), 'r');
        if (false === $file) {
            return;
        }
        try {
            flock($file, \LOCK_EX);
            $upload = $this->uploads->upload($token);
            if (!$upload->isDone && $upload->length === $this->uploads->received($token)) {
                $this->take($token, $upload);
                $this->uploads->done($token);
            }
        } finally {
            fclose($file);
        }
    }

    /** Those that are whole, and whose sender is not heard of. */
    public function finishWhole(): void
    {
        foreach ($this->uploads->whole() as $token) {
            try {
                $this->finish($token);
            } catch (UploadFailed) {
                // It was refused, and its sender is gone who would hear of it.
                continue;
            }
        }
    }

    private function take(string $token, Upload $upload): void
    {
        $batch = $this->entities->find(Batch::class, $upload->batchId);
        if (null === $batch) {
            $this->uploads->forget($token);
            throw UploadFailed::unknown();
        }
        if (null !== $upload->referenceOf) {
            $this->takeReference($token, $upload, $batch, $upload->referenceOf);
        } elseif (null === $this->entities->getRepository(BatchArtwork::class)->findOneBy(['upload' => $token])) {
            $this->importer->take($batch, $this->uploads->path($token), $upload->fileName, $upload->folder, $token);
        }
    }

    private function takeReference(string $token, Upload $upload, Batch $batch, int $artwork): void
    {
        try {
            $this->references->take($batch, $artwork, $this->uploads->path($token), $upload->fileName);
        } catch (UnsuitableReferenceImage|PixelJobFailed $e) {
            $this->uploads->done($token);
            throw UploadFailed::unsuitable($e->getMessage());
        }
    }
}
