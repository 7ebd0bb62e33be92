<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Shop\DataFolder;

/** Files on their way in: what has arrived of each lies aside until it is whole. */
final readonly class Uploads
{
    /** Largest file taken, in bytes. */
    public const LARGEST = 500 * 1024 * 1024;

    /** Bytes that must stay free on the disk beside a new file. */
    private const RESERVE = 200 * 1024 * 1024;

    public function __construct(private DataFolder $data)
    {
    }

    /**
     * @param ?int $referenceOf the artwork that it is the full size of, where it is no master
     *
     * @return string the upload's name, which cannot be guessed
     */
    public function create(int $batchId, int $length, string $fileName, string $folder, ?int $referenceOf = null): string
    {
        if (!is_dir($this->data->uploads())) {
            @mkdir($this->data->uploads(), 0o700, true);
        }
        if (disk_free_space($this->data->path) < $length + self::RESERVE) {
            throw UploadRefused::diskFull();
        }
        $this->sweep();
        $token = bin2hex(random_bytes(16));
        $note = json_encode(
            ['batch' => $batchId, 'length' => $length, 'name' => $fileName, 'folder' => $folder, 'reference_of' => $referenceOf],
            \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE,
        );
        if (false === @file_put_contents($this->note($token), $note) || !@touch($this->part($token))) {
            throw UploadRefused::diskFull();
        }

        return $token;
    }

    /** @throws UploadRefused where there is none */
    public function record(string $token): JsonReader
    {
        try {
            return JsonReader::decode((string) @file_get_contents($this->note($token)), 'an upload');
        } catch (MalformedJson) {
            throw UploadRefused::unknown();
        }
    }

    public function received(string $token): int
    {
        clearstatcache(true, $this->part($token));

        return is_file($this->part($token)) ? (int) filesize($this->part($token)) : throw UploadRefused::unknown();
    }

    /**
     * @param resource $body
     *
     * @return int bytes that are there now
     */
    public function append(string $token, int $offset, int $length, $body): int
    {
        $file = @fopen($this->part($token), 'r+');
        if (false === $file || !flock($file, \LOCK_EX | \LOCK_NB)) {
            throw UploadRefused::busy();
        }
        try {
            if ($this->received($token) !== $offset) {
                throw UploadRefused::otherOffset();
            }
            fseek($file, $offset);
            $copied = stream_copy_to_stream($body, $file, $length - $offset + 1);
            // Less than what came was written: what is left stays to be sent again once there is room.
            if (false === $copied || !fflush($file) || (!feof($body) && $offset + $copied < $length)) {
                throw UploadRefused::diskFull();
            }
            if ($offset + $copied > $length) {
                ftruncate($file, max(0, $offset));
                throw UploadRefused::tooMuch();
            }

            return $offset + $copied;
        } finally {
            fclose($file);
        }
    }

    /** @return string where the whole file lies; whoever takes it moves it away */
    public function path(string $token): string
    {
        return $this->part($token);
    }

    public function forget(string $token): void
    {
        foreach ([$this->note($token), $this->part($token)] as $path) {
            if (is_file($path)) {
                unlink($path);
            }
        }
    }

    /** Uploads that nobody went on with for two days are given up. */
    private function sweep(): void
    {
        foreach (glob($this->data->uploads().'/*') ?: [] as $path) {
            if (filemtime($path) < time() - 2 * 86_400) {
                @unlink($path);
            }
        }
    }

    private function note(string $token): string
    {
        return \sprintf('%s/%s.json', $this->data->uploads(), $token);
    }

    private function part(string $token): string
    {
        return \sprintf('%s/%s.part', $this->data->uploads(), $token);
    }
}
