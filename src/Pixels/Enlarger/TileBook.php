<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Pixels\UnwritablePrintFile;

/**
 * Which pieces of a picture are made, and by which process the others are in hand: four bytes for each in a file that
 * several workers share. What a process had in hand when it died is free again.
 */
final class TileBook
{
    private const FREE = 0;
    private const DONE = 0xFFFFFFFF;

    /** @var resource */
    private $file;

    public function __construct(string $path, private readonly int $count)
    {
        $this->file = fopen($path, 'c+') ?: throw UnwritablePrintFile::because('the enlarged picture\'s notes cannot be written');
        $this->locked(function (): void {
            $size = fstat($this->file)['size'] ?? 0;
            if ($size < 4 * $this->count) {
                ftruncate($this->file, max(0, 4 * $this->count));
            }
        });
    }

    /** @return array<int, true> the pieces that a book says are done; none where there is no book */
    public static function doneIn(string $path): array
    {
        $notes = is_file($path) ? (array) unpack('V*', (string) file_get_contents($path)) : [];

        return array_map(static fn (): bool => true, array_filter(array_values($notes), static fn (mixed $note): bool => self::DONE === $note));
    }

    /**
     * Takes a piece in hand that nobody has.
     *
     * @param list<int> $wanted
     *
     * @return ?int null where all wanted ones are done or in hand
     */
    public function claim(array $wanted): ?int
    {
        return $this->locked(function () use ($wanted): ?int {
            $notes = $this->notes();
            foreach ($wanted as $tile) {
                if (self::FREE === $notes[$tile] || (self::DONE !== $notes[$tile] && !$this->isAlive($notes[$tile]))) {
                    $this->note($tile, (int) getmypid());

                    return $tile;
                }
            }

            return null;
        });
    }

    public function done(int $tile): void
    {
        $this->locked(fn () => $this->note($tile, self::DONE));
    }

    /** @param list<int> $wanted */
    public function areDone(array $wanted): bool
    {
        $notes = $this->locked($this->notes(...));
        foreach ($wanted as $tile) {
            if (self::DONE !== $notes[$tile]) {
                return false;
            }
        }

        return true;
    }

    /** @return array<int, int> */
    private function notes(): array
    {
        rewind($this->file);

        return array_values(array_map(static fn (mixed $note): int => \is_int($note) ? $note : 0, (array) unpack('V*', (string) stream_get_contents($this->file, 4 * $this->count))));
    }

    private function note(int $tile, int $note): void
    {
        fseek($this->file, 4 * $tile);
        if (4 !== fwrite($this->file, pack('V', $note)) || !fflush($this->file)) {
            throw UnwritablePrintFile::because('the enlarged picture\'s notes cannot be written');
        }
    }

    private function isAlive(int $process): bool
    {
        return $process !== getmypid() && is_dir('/proc/'.$process);
    }

    /**
     * @template T
     *
     * @param \Closure(): T $act
     *
     * @return T
     */
    private function locked(\Closure $act): mixed
    {
        flock($this->file, \LOCK_EX);
        try {
            return $act();
        } finally {
            flock($this->file, \LOCK_UN);
        }
    }
}
