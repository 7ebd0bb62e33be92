<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Symfony\Component\Finder\Finder;

/** Bytes that a shop takes on its disk. */
final readonly class DiskUse
{
    private function __construct(
        public int $masters,
        /** Delivered, and cleared but not gone yet. */
        public int $prints,
        /** What spares work: previews, patches, enlarged pictures. Whatever is missing is made again. */
        public int $kept,
        public int $free,
    ) {
    }

    public static function of(DataFolder $data): self
    {
        $files = $data->files();
        $masters = self::bytes($files.'/masters');
        $prints = array_sum(
            array_map(static fn (string $folder): int => self::bytes("$files/$folder"), ['deliveries', DeliveryStore::CLEARED, 'prints']),
        );
        $all = array_sum(array_map(self::bytes(...), [$files, $data->enlarged(), $data->facts()]));

        return new self($masters, $prints, max(0, $all - $masters - $prints), (int) disk_free_space($data->path));
    }

    private static function bytes(string $folder): int
    {
        $bytes = 0;
        if (is_dir($folder)) {
            foreach (Finder::create()->files()->ignoreUnreadableDirs()->in($folder) as $file) {
                // What is worked on may be gone by now.
                $bytes += (int) @filesize($file->getPathname());
            }
        }

        return $bytes;
    }
}
