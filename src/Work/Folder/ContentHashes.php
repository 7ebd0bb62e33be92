<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Shop\DataFolder;

/**
 * SHA-256 of files, kept under a fingerprint of their bytes that takes a thirtieth of the time (xxh128 and the size): a file
 * is read to its last byte every time, but not computed to death.
 */
final readonly class ContentHashes
{
    public function __construct(private DataFolder $data)
    {
    }

    /** @return ?string null where the file cannot be read */
    public function sha256(string $path): ?string
    {
        $fingerprint = self::fingerprint($path);
        if (null === $fingerprint) {
            return null;
        }
        $kept = $this->path($fingerprint);
        $known = @file_get_contents($kept);
        if (\is_string($known) && 64 === \strlen($known)) {
            return $known;
        }
        $hash = @hash_file('sha256', $path);
        if (false !== $hash) {
            AtomicFile::write($kept, $hash);
        }

        return false === $hash ? null : $hash;
    }

    /** Notes a hash that was computed elsewhere. */
    public function learn(string $path, string $sha256): void
    {
        $fingerprint = self::fingerprint($path);
        if (null !== $fingerprint) {
            AtomicFile::write($this->path($fingerprint), $sha256);
        }
    }

    private static function fingerprint(string $path): ?string
    {
        $hash = @hash_file('xxh128', $path);

        return false === $hash ? null : $hash.'-'.filesize($path);
    }

    private function path(string $fingerprint): string
    {
        return \sprintf('%s/hashes/%s/%s', $this->data->facts(), substr($fingerprint, 0, 2), $fingerprint);
    }
}
