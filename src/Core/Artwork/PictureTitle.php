<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** What a picture is called for people: its file's name, written as words. */
final class PictureTitle
{
    /** @param string $path with or without folders */
    public static function of(string $path): string
    {
        $file = basename(str_replace('\\', '/', $path));
        $title = trim(str_replace(['-', '_'], ' ', pathinfo($file, \PATHINFO_FILENAME)));

        return '' === $title ? $file : mb_strtoupper(mb_substr($title, 0, 1)).mb_substr($title, 1);
    }
}
