<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

/** Where enlarged pictures are kept for further products. Nothing in it is needed: whatever is missing is made again. */
final readonly class UpscaleCacheFolder
{
    public const DAYS = 14;
    private const BYTES = 20_000_000_000;

    public function __construct(private string $folder)
    {
    }

    /** Clears pictures that were not used for so many days, and the longest unused ones where all of them take more than 20 GB. */
    public function tidy(int $days = self::DAYS, ?int $now = null, int $mostBytes = self::BYTES): void
    {
        $pictures = [];
        foreach (glob($this->folder.'/*', \GLOB_ONLYDIR) ?: [] as $picture) {
            [$used, $bytes] = [0, 0];
            foreach (glob($picture.'/*') ?: [] as $file) {
                $stat = @stat($file);
                // What a file really takes: it may have holes where nothing was made yet.
                $bytes += false === $stat ? 0 : 512 * max(0, $stat['blocks']);
                $used = max($used, false === $stat ? 0 : $stat['mtime']);
            }
            $pictures[$picture] = [$used, $bytes];
        }
        uasort($pictures, static fn (array $one, array $other): int => $one[0] <=> $other[0]);
        $all = array_sum(array_column($pictures, 1));
        foreach ($pictures as $picture => [$used, $bytes]) {
            if ($used < ($now ?? time()) - 86400 * $days || $all > $mostBytes) {
                $all -= $bytes;
                $this->remove($picture);
            }
        }
    }

    private function remove(string $picture): void
    {
        // Files that a worker has open stay readable to it until it closes them.
        array_map(unlink(...), glob($picture.'/*') ?: []);
        @rmdir($picture);
    }
}
