<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\VipsFailed;
use Symfony\Component\Process\Process;

/** Takes one page of a file of many as a file of its own: a PDF stays lines, a TIFF keeps its pixels, depth and profile. */
final class PageExtractor
{
    /**
     * @param int $page from 1
     *
     * @throws UnreadableMaster
     */
    public static function extract(Master $master, int $page, string $target): void
    {
        try {
            match ($master->format) {
                MasterFormat::Pdf => self::pdf($master->path, $page, $target),
                MasterFormat::Tiff => Image::load('tiff', $master->path, ['page' => $page - 1, 'fail-on' => 1])
                    ->without('n-pages', 'page-height')
                    ->save('tiff', $target, Image::LZW),
                default => throw UnreadableMaster::hasNoPages(),
            };
        } catch (VipsFailed $e) {
            throw UnreadableMaster::damaged($e);
        }
    }

    private static function pdf(string $path, int $page, string $target): void
    {
        // What it is given as a name is a pattern for a number.
        $pattern = str_replace('%', '%%', \dirname($target)).'/'.bin2hex(random_bytes(6)).'-%d.pdf';
        $made = \sprintf($pattern, $page);
        $process = new Process(['pdfseparate', '-f', (string) $page, '-l', (string) $page, $path, $pattern], timeout: null);
        if (0 !== $process->run() || !is_file($made)) {
            @unlink($made);
            throw UnreadableMaster::damaged(new \RuntimeException(trim($process->getErrorOutput())));
        }
        rename($made, $target);
    }
}
