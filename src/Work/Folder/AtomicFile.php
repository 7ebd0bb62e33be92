<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

/** Keeps what can be made again: written aside and renamed; where that fails, nothing is kept and nothing is lost. */
final class AtomicFile
{
    public static function write(string $path, string $text): void
    {
        $part = \sprintf('%s.%d.part', $path, getmypid());
        if ((is_dir(\dirname($path)) || @mkdir(\dirname($path), 0o700, true)) && \strlen($text) === @file_put_contents($part, $text)) {
            @rename($part, $path);
        }
    }
}
