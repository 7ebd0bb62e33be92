<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Shop\DataFolder;

/**
 * Files on their way in: what has arrived of each lies aside until it is whole and taken in. A note of each stays for a while
 * after that, so that who did not hear the last answer and asks again is told that all of it arrived.
 */
final readonly class Uploads
{
    /** Largest file taken, in bytes. */
    public const LARGEST = 500 * 1024 * 1024;

    /** Bytes that must stay free on the disk beside what was announced. */
    private const RESERVE = 200 * 1024 * 1024;

    /** Files on their way at a time: many browsers, each sending a few at once. */
    private const MOST = 300;

    /** Seconds after which an upload that nobody went on with is given up. */
    private const ABANDONED = 2 * 86_400;

    public function __construct(private DataFolder $data)
    {
    }

    /**
     * @return string the upload's name, which cannot be guessed
     *
     * @throws UploadFailed
     */
    public function create(Upload $upload): string
    {
        if (!is_dir($this->data->uploads())) {
            @mkdir($this->data->uploads(), 0o700, true);
        }
        if (\count($this->open()) >= self::MOST) {
            throw UploadFailed::tooMany();
        }
        if (disk_free_space($this->data->path) < $this->outstanding() + $upload->length + self::RESERVE) {
            throw UploadFailed::diskFull();
        }
        $token = bin2hex(random_bytes(16));
        if (!$this->writeNote($token, $upload) || !@touch($this->path($token))) {
            throw UploadFailed::diskFull();
        }

        return $token;
    }

    /** @throws UploadFailed where there is none */
    public function upload(string $token): Upload
    {
        try {
            return Upload::fromJson(JsonReader::decode((string) @file_get_contents($this->note($token)), 'an upload'));
        } catch (MalformedJson) {
            throw UploadFailed::unknown();
        }
    }

    /** @throws UploadFailed where there is none */
    public function received(string $token): int
    {
        $upload = $this->upload($token);
        if ($upload->isDone) {
            return $upload->length;
        }
        clearstatcache(true, $this->path($token));

        return is_file($this->path($token)) ? (int) filesize($this->path($token)) : throw UploadFailed::unknown();
    }

    /**
     * @param resource $body
     *
     * @return int bytes that are there now
     *
     * @throws UploadFailed
     */
    public function append(string $token, int $offset, int $length, $body): int
    {
        $file = @fopen($this->path($token), 'r+');
        if (false === $file) {
            throw $this->upload($token)->isDone ? UploadFailed::otherOffset() : UploadFailed::unknown();
        }
        try {
            if (!flock($file, \LOCK_EX | \LOCK_NB)) {
                throw UploadFailed::busy();
            }
            if ($this->received($token) !== $offset) {
                throw UploadFailed::otherOffset();
            }
            fseek($file, $offset);
            $copied = stream_copy_to_stream($body, $file, $length - $offset + 1);
            // Less than what came was written: what is left stays to be sent again once there is room.
            if (false === $copied || !fflush($file) || (!feof($body) && $offset + $copied < $length)) {
                throw UploadFailed::diskFull();
            }
            if ($offset + $copied > $length) {
                ftruncate($file, max(0, $offset));
                throw UploadFailed::tooMuch();
            }
            if ($offset + $copied === $length && !fsync($file)) {
                throw UploadFailed::diskFull();
            }

            return $offset + $copied;
        } finally {
            fclose($file);
        }
    }

    /** Where what has arrived lies. */
    public function path(string $token): string
    {
        return \sprintf('%s/%s.part', $this->data->uploads(), $token);
    }

    /** It was taken in or refused. */
    public function done(string $token): void
    {
        $this->writeNote($token, $this->upload($token)->done());
        @unlink($this->path($token));
    }

    /** A person does not want it any more. */
    public function forget(string $token): void
    {
        @unlink($this->note($token));
        @unlink($this->path($token));
    }

    /** @return list<string> names of those that are whole and were not taken in yet */
    public function whole(): array
    {
        return array_values(array_filter($this->open(), function (string $token): bool {
            try {
                return $this->received($token) === $this->upload($token)->length;
            } catch (UploadFailed) {
                return false;
            }
        }));
    }

    /** Gives up what nobody went on with, and forgets what arrived long enough ago. */
    public function sweep(): void
    {
        foreach (glob($this->data->uploads().'/*') ?: [] as $path) {
            if ((int) @filemtime($path) < time() - self::ABANDONED) {
                @unlink($path);
            }
        }
    }

    /** @return list<string> names of those that are not taken in */
    private function open(): array
    {
        return array_map(static fn (string $path): string => basename($path, '.part'), glob($this->data->uploads().'/*.part') ?: []);
    }

    /** Bytes that were announced and have not arrived. */
    private function outstanding(): int
    {
        $bytes = 0;
        foreach ($this->open() as $token) {
            try {
                $bytes += $this->upload($token)->length - $this->received($token);
            } catch (UploadFailed) {
                // It was taken in this very moment.
                continue;
            }
        }

        return $bytes;
    }

    private function writeNote(string $token, Upload $upload): bool
    {
        $part = \sprintf('%s.%s', $this->note($token), bin2hex(random_bytes(4)));
        $json = $upload->toJson();

        return \strlen($json) === @file_put_contents($part, $json) && @rename($part, $this->note($token));
    }

    private function note(string $token): string
    {
        return \sprintf('%s/%s.json', $this->data->uploads(), $token);
    }
}
