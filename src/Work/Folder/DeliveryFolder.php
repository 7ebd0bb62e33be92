<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\MalformedJson;

/**
 * The folder that results go to: knows from its manifest what an earlier run delivered, and lets nothing be seen there
 * that is not whole and checked.
 */
final class DeliveryFolder
{
    private const STAGING = '.snugfit-in-work';

    /** Seconds between writings of the manifest while work goes on. */
    private const KEEP_EVERY = 2.0;

    private float $keptAt = 0.0;

    /** @param array<string, ManifestEntry> $earlier by placement */
    private function __construct(private readonly string $folder, private readonly array $earlier)
    {
    }

    /** @throws UnwritableFolder */
    public static function open(string $folder): self
    {
        $staging = $folder.'/'.self::STAGING;
        if ((!is_dir($folder) && !@mkdir($folder, 0o777, true)) || (!is_dir($staging) && !@mkdir($staging)) || !is_writable($staging)) {
            throw UnwritableFolder::at($folder);
        }
        $earlier = [];
        try {
            $json = @file_get_contents($folder.'/manifest.json');
            foreach (false === $json ? [] : Manifest::fromJson($json)->files as $entry) {
                $earlier[$entry->placement()] = $entry;
            }
        } catch (MalformedJson|\ValueError) {
            // A manifest that is not ours, or of another edition, says nothing; its file names are still respected.
        }

        return new self($folder, $earlier);
    }

    /** What an earlier run delivered for an entry, if it is just that and its bytes are still there. */
    public function standing(ManifestEntry $wanted): ?ManifestEntry
    {
        $earlier = $this->earlier[$wanted->placement()] ?? null;
        if (null === $earlier || null === $earlier->output || !$wanted->isServedBy($earlier)) {
            return null;
        }
        $path = $this->folder.'/'.$earlier->output['path'];

        return is_file($path) && hash_file('sha256', $path) === $earlier->output['sha256'] ? $earlier : null;
    }

    /** Whether a path is taken by a file that this placement's earlier run did not make. */
    public function isForeign(string $path, ManifestEntry $wanted): bool
    {
        $own = $this->earlier[$wanted->placement()]->output['path'] ?? null;

        return $path !== $own && file_exists($this->folder.'/'.$path);
    }

    public function staging(WantedFile $file): string
    {
        return \sprintf('%s/%s/%d.%s', $this->folder, self::STAGING, $file->index, $file->recipe->write->format->extension());
    }

    /** For a small copy of a master, while the run lasts. */
    public function copy(string $name): string
    {
        return \sprintf('%s/%s/copy-%s.webp', $this->folder, self::STAGING, $name);
    }

    public function place(WantedFile $file): bool
    {
        $path = $this->folder.'/'.$file->path;

        return (is_dir(\dirname($path)) || @mkdir(\dirname($path), 0o777, true)) && @rename($this->staging($file), $path);
    }

    public function discard(WantedFile $file): void
    {
        foreach ([$this->staging($file), $this->staging($file).'.part'] as $path) {
            if (is_file($path)) {
                unlink($path);
            }
        }
    }

    /** @throws UnwritableFolder */
    public function keepManifest(Manifest $manifest, bool $isLast): void
    {
        if (!$isLast && microtime(true) - $this->keptAt < self::KEEP_EVERY) {
            return;
        }
        $this->keptAt = microtime(true);
        foreach (['manifest.json' => $manifest->json(), 'manifest.csv' => $manifest->csv()] as $name => $text) {
            $part = $this->folder.'/'.self::STAGING.'/'.$name;
            // On the way there, a full disk is the files' trouble; at the end the manifest must be there.
            if ((\strlen($text) !== @file_put_contents($part, $text) || !@rename($part, $this->folder.'/'.$name)) && $isLast) {
                throw UnwritableFolder::at($this->folder);
            }
        }
        if ($isLast) {
            array_map(unlink(...), glob($this->folder.'/'.self::STAGING.'/*') ?: []);
            @rmdir($this->folder.'/'.self::STAGING);
        }
    }
}
