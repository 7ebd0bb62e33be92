<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Pixels\UnwritablePrintFile;

/**
 * Who is at work on a picture's pieces: each process is known by two numbers drawn by lot, and holds the lock of a file that is
 * named by them for as long as it lives, however it ends. A process's own number would not do: each is shut off in a world of
 * its own, where all have the same.
 */
final class TileClaimants
{
    /** Numbers from 1 to this one: the rest mean that a piece is free, or done. */
    private const MOST = 0x7FFFFFFF;

    /** @var array<string, array{int, int, resource}> this process, by folder; the lock goes with the process */
    private static array $own = [];

    public function __construct(private readonly string $folder)
    {
    }

    /** @return array{int, int} by which this process is known */
    public function own(): array
    {
        $own = self::$own[$this->folder] ?? null;
        // The folder may have been cleared, and begun anew.
        if (null === $own || !is_file($this->path([$own[0], $own[1]]))) {
            $numbers = [random_int(1, self::MOST), random_int(1, self::MOST)];
            $file = fopen($this->path($numbers), 'x');
            if (false === $file || !flock($file, \LOCK_EX | \LOCK_NB)) {
                throw UnwritablePrintFile::at($this->path($numbers));
            }
            $own = self::$own[$this->folder] = [...$numbers, $file];
        }

        return [$own[0], $own[1]];
    }

    /** @param array{int, int} $claimant whether it is another process, and alive */
    public function isAtWork(array $claimant): bool
    {
        $own = self::$own[$this->folder] ?? null;
        if (null !== $own && [$own[0], $own[1]] === $claimant) {
            return false;
        }
        $file = @fopen($this->path($claimant), 'r');
        if (false === $file) {
            return false;
        }
        $isDead = flock($file, \LOCK_SH | \LOCK_NB);
        fclose($file);
        if ($isDead) {
            @unlink($this->path($claimant));
        }

        return !$isDead;
    }

    /** @param array{int, int} $claimant */
    private function path(array $claimant): string
    {
        return \sprintf('%s/%08x%08x.claimant', $this->folder, $claimant[0], $claimant[1]);
    }
}
