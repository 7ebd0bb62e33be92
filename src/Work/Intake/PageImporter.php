<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Pixels\Job\ExtractPageJob;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\StoredMasters;

/** Takes the further pages of a master into its batch, each as an artwork of its own. The first is the artwork that there is. */
final readonly class PageImporter
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ArtworkImporter $importer,
        private PixelProcessPool $processes,
        private StoredMasters $masters,
        private DataFolder $data,
    ) {
    }

    /** @return list<int> pages that are not in the batch yet, from 2 */
    public static function missing(BatchArtwork $artwork): array
    {
        $facts = $artwork->masterFacts();
        if (!$facts->format->hasPages() || $facts->pages < 2) {
            return [];
        }
        $there = array_flip(array_map(static fn (BatchArtwork $one): string => $one->upload() ?? '', $artwork->batch()->artworks()));
        $isMissing = static fn (int $page): bool => !isset($there[self::token($artwork, $page)]);

        return array_values(array_filter(range(2, $facts->pages), $isMissing));
    }

    /** @throws PixelJobFailed */
    public function take(BatchArtwork $artwork, int $page): BatchArtwork
    {
        $removed = array_filter(
            $artwork->batch()->allArtworks(),
            static fn (BatchArtwork $one): bool => $one->upload() === self::token($artwork, $page),
        );
        foreach ($removed as $one) {
            // It was here before.
            $one->setRemoved(false);
            $this->entities->flush();

            return $one;
        }
        $name = pathinfo($artwork->fileName());
        $extension = $name['extension'] ?? $artwork->masterFacts()->format->value;
        $target = \sprintf('%s/page-%s.%s', $this->data->temporary(), bin2hex(random_bytes(8)), $artwork->masterFacts()->format->value);
        try {
            $this->processes->start(new ExtractPageJob($this->masters->of($artwork->master()), $page, $target))->facts();
            $called = \sprintf('%s.%s', $artwork->masterFacts()->pageName($name['filename'], $page), $extension);

            return $this->importer->take($artwork->batch(), $target, $called, $artwork->folder(), self::token($artwork, $page));
        } finally {
            @unlink($target);
        }
    }

    private static function token(BatchArtwork $artwork, int $page): string
    {
        return \sprintf('page-%d-%d', $artwork->id(), $page);
    }
}
