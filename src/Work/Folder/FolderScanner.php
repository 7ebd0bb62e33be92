<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Symfony\Component\Finder\Finder;

/** Finds the files of a folder that may be masters. */
final readonly class FolderScanner
{
    /** Files that systems leave in every folder, never a person's picture. */
    private const LITTER = ['Thumbs.db', 'ehthumbs.db', 'desktop.ini', 'Icon\r'];

    /**
     * @param string $leaveOut a folder that may lie inside, such as the one for the results
     *
     * @return array<string, string> path relative to the folder => path, in natural order
     */
    public function files(string $folder, string $leaveOut): array
    {
        $root = (string) realpath($folder);
        $out = (string) realpath($leaveOut);
        $found = [];
        foreach ((new Finder())->in($root)->ignoreDotFiles(true)->ignoreVCS(true)->ignoreUnreadableDirs()->notName(self::LITTER) as $file) {
            // A link to nowhere and a folder that may not be looked into are named as unreadable, not passed over.
            if ($file->isDir() && $file->isReadable()) {
                continue;
            }
            if ('' !== $out && $out !== $root && str_starts_with($file->getPathname(), $out.'/')) {
                continue;
            }
            $found[$file->getRelativePathname()] = $file->getPathname();
        }
        uksort($found, strnatcasecmp(...));

        return $found;
    }
}
