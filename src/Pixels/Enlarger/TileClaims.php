<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Pixels\UnwritablePrintFile;

/**
 * Which pieces of a picture are made, and by which process the others are in hand: eight bytes for each in a file that
 * several workers share, by which a process is known. What a process had in hand when it died is free again.
 */
final class TileClaims
{
    private const FREE = 0;
    private const DONE = 0xFFFFFFFF;
    private const BYTES = 8;

    /** @var resource */
    private $file;

    private readonly TileClaimants $claimants;

    public function __construct(private readonly string $path, private readonly int $count)
    {
        $this->claimants = new TileClaimants(\dirname($path));
        $this->file = fopen($path, 'c+') ?: throw UnwritablePrintFile::at($path);
        $this->locked(function (): void {
            $size = fstat($this->file)['size'] ?? 0;
            if ($size < self::BYTES * $this->count) {
                ftruncate($this->file, max(0, self::BYTES * $this->count));
            }
        });
    }

    /** @return array<int, true> the pieces that a book says are done; none where there is no book */
    public static function doneIn(string $path): array
    {
        $notes = is_file($path) ? self::read((string) file_get_contents($path)) : [];

        return array_map(static fn (): bool => true, array_filter($notes, static fn (array $note): bool => self::DONE === $note[0]));
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
                $claimant = $notes[$tile];
                if (self::FREE === $claimant[0] || (self::DONE !== $claimant[0] && !$this->claimants->isAtWork($claimant))) {
                    $this->note($tile, ...$this->claimants->own());

                    return $tile;
                }
            }

            return null;
        });
    }

    public function done(int $tile): void
    {
        $this->locked(fn () => $this->note($tile, self::DONE, 0));
    }

    /** @param list<int> $wanted */
    public function areDone(array $wanted): bool
    {
        $notes = $this->locked($this->notes(...));
        foreach ($wanted as $tile) {
            if (self::DONE !== $notes[$tile][0]) {
                return false;
            }
        }

        return true;
    }

    /** @return list<array{int, int}> by which a process is known, by piece */
    private function notes(): array
    {
        rewind($this->file);

        return self::read((string) stream_get_contents($this->file, self::BYTES * $this->count));
    }

    /** @return list<array{int, int}> */
    private static function read(string $bytes): array
    {
        $notes = [];
        foreach (str_split($bytes, self::BYTES) as $note) {
            $numbers = self::BYTES === \strlen($note) ? unpack('V2', $note) : false;
            $notes[] = \is_array($numbers) && \is_int($numbers[1]) && \is_int($numbers[2]) ? [$numbers[1], $numbers[2]] : [self::FREE, 0];
        }

        return $notes;
    }

    private function note(int $tile, int $one, int $other): void
    {
        fseek($this->file, self::BYTES * $tile);
        if (self::BYTES !== fwrite($this->file, pack('V2', $one, $other)) || !fflush($this->file)) {
            throw UnwritablePrintFile::at($this->path);
        }
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
