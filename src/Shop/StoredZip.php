<?php

declare(strict_types=1);

namespace Snugfit\Shop;

/**
 * A ZIP archive that is sent while it is read: nothing is built on disk first, and its length is known beforehand. Files
 * are stored, not compressed, since print files are compressed already. Names are UTF-8; what needs it is ZIP64
 * (PKWARE's APPNOTE 6.3.3). Written by hand because no package at hand streams (docs/decisions/parcels.md).
 */
final readonly class StoredZip
{
    private const MOST_32 = 0xFFFFFFFF;
    private const MOST_16 = 0xFFFF;
    private const VERSION = 45;
    /** So that names are taken as they are, and files may be read by all. */
    private const MADE_BY_UNIX = (3 << 8) | self::VERSION;
    /** Bit 11: the name is UTF-8. */
    private const FLAGS = 1 << 11;
    private const LOCAL = 30;
    private const LOCAL_64 = 20;
    private const BLOCK = 1 << 18;

    /** @var list<array{name: string, path: string, bytes: int, at: int}> at: where its local header begins */
    private array $entries;

    private int $bodyBytes;

    /** @param array<string, string> $files path on disk by name in the archive */
    public function __construct(array $files)
    {
        $entries = [];
        $at = 0;
        foreach ($files as $name => $path) {
            $name = (string) $name;
            $bytes = (int) filesize($path);
            $entries[] = ['name' => $name, 'path' => $path, 'bytes' => $bytes, 'at' => $at];
            $at += self::LOCAL + \strlen($name) + ($bytes >= self::MOST_32 ? self::LOCAL_64 : 0) + $bytes;
        }
        $this->entries = $entries;
        $this->bodyBytes = $at;
    }

    public function length(): int
    {
        $directory = array_sum(array_map(fn (array $entry): int => \strlen($this->central($entry, 0)), $this->entries));

        return $this->bodyBytes + $directory + \strlen($this->end($directory));
    }

    /** @return \Generator<int, string> */
    public function bytes(): \Generator
    {
        $directory = '';
        foreach ($this->entries as $entry) {
            $crc = (int) hexdec(hash_file('crc32b', $entry['path']) ?: '0');
            yield $this->local($entry, $crc);
            $file = fopen($entry['path'], 'r') ?: throw new \RuntimeException(\sprintf('"%s" cannot be read.', $entry['path']));
            while (!feof($file)) {
                yield (string) fread($file, self::BLOCK);
            }
            fclose($file);
            $directory .= $this->central($entry, $crc);
        }
        yield $directory;
        yield $this->end(\strlen($directory));
    }

    /** @param array{name: string, path: string, bytes: int, at: int} $entry */
    private function local(array $entry, int $crc): string
    {
        $bytes = $entry['bytes'];
        $extra = $bytes >= self::MOST_32 ? pack('vvPP', 1, 16, $bytes, $bytes) : '';

        return pack('V', 0x04034B50).$this->common($entry, $crc, $extra).$entry['name'].$extra;
    }

    /** @param array{name: string, path: string, bytes: int, at: int} $entry */
    private function central(array $entry, int $crc): string
    {
        ['name' => $name, 'bytes' => $bytes, 'at' => $at] = $entry;
        $large = ($bytes >= self::MOST_32 ? pack('PP', $bytes, $bytes) : '').($at >= self::MOST_32 ? pack('P', $at) : '');
        $extra = '' === $large ? '' : pack('vv', 1, \strlen($large)).$large;

        return pack('Vv', 0x02014B50, self::MADE_BY_UNIX)
            .$this->common($entry, $crc, $extra)
            .pack('vvvVV', 0, 0, 0, 0o100644 << 16, min($at, self::MOST_32))
            .$name
            .$extra;
    }

    /**
     * What stands in a file's local header and in the directory alike.
     *
     * @param array{name: string, path: string, bytes: int, at: int} $entry
     */
    private function common(array $entry, int $crc, string $extra): string
    {
        $stated = min($entry['bytes'], self::MOST_32);
        $time = $this->dosTime($entry['path']);
        [$name, $further] = [\strlen($entry['name']), \strlen($extra)];

        return pack('vvvVVVVvv', self::VERSION, self::FLAGS, 0, $time, $crc, $stated, $stated, $name, $further);
    }

    private function end(int $directoryBytes): string
    {
        $count = \count($this->entries);
        $at = $this->bodyBytes;
        $large = '';
        if ($count >= self::MOST_16 || $at >= self::MOST_32 || $directoryBytes >= self::MOST_32) {
            $large =
                pack('VPvvVVPPPP', 0x06064B50, 44, self::VERSION, self::VERSION, 0, 0, $count, $count, $directoryBytes, $at).
                pack('VVPV', 0x07064B50, 0, $at + $directoryBytes, 1);
        }
        $stated = min($count, self::MOST_16);

        return $large.
            pack('VvvvvVVv', 0x06054B50, 0, 0, $stated, $stated, min($directoryBytes, self::MOST_32), min($at, self::MOST_32), 0);
    }

    /** Date above, time below, two seconds a step. */
    private function dosTime(string $path): int
    {
        $at = getdate((int) filemtime($path));

        return (max(0, $at['year'] - 1980) << 25) |
            ($at['mon'] << 21) |
            ($at['mday'] << 16) |
            ($at['hours'] << 11) |
            ($at['minutes'] << 5) |
            ($at['seconds'] >> 1);
    }
}
