<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\ManifestPreview;
use Snugfit\Core\Delivery\PreflightResult;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\DeliveredPrints;
use Snugfit\Core\Production\PlacementKey;

/**
 * The folder that results go to: knows from its manifest what an earlier run delivered, and lets nothing be seen there
 * that is not whole and checked.
 */
final class DeliveryFolder implements DeliveredPrints
{
    private const STAGING = '.snugfit-in-work';

    /** Seconds between writings of the manifest while work goes on. */
    private const KEEP_EVERY = 2.0;

    private float $keptAt = 0.0;

    /** @var array<string, string> SHA-256 of what earlier runs delivered, by path */
    private readonly array $own;

    /**
     * @param array<string, ManifestEntry>   $earlier  by placement
     * @param array<string, ManifestPreview> $previews by path
     */
    private function __construct(
        private readonly string $folder,
        private readonly array $earlier,
        private readonly ContentHashes $hashes,
        private readonly array $previews = [],
    ) {
        $own = [];
        foreach ($earlier as $entry) {
            if (null !== $entry->output) {
                $own[$entry->output['path']] = $entry->output['sha256'];
            }
        }
        $this->own = $own;
    }

    /** @throws UnwritableFolder */
    public static function open(string $folder, ContentHashes $hashes): self
    {
        $staging = $folder.'/'.self::STAGING;
        if ((!is_dir($folder) && !@mkdir($folder, 0o777, true)) || (!is_dir($staging) && !@mkdir($staging)) || !is_writable($staging)) {
            throw UnwritableFolder::at($folder);
        }
        $earlier = $previews = [];
        try {
            $json = @file_get_contents($folder.'/manifest.json');
            $manifest = false === $json ? new Manifest([]) : Manifest::fromJson($json);
            foreach ($manifest->files as $entry) {
                $earlier[(new PlacementKey($entry->master, $entry->product, $entry->piece))->toString()] = $entry;
            }
            foreach ($manifest->previews as $preview) {
                $previews[$preview->path] = $preview;
            }
        } catch (MalformedJson|\ValueError) {
            // A manifest that is not ours, or of another edition, says nothing; its file names are still respected.
        }

        return new self($folder, $earlier, $hashes, $previews);
    }

    /** What an earlier run wrote down for a placement. */
    public function entry(PlacementKey $key): ?ManifestEntry
    {
        return $this->earlier[$key->toString()] ?? null;
    }

    public function of(PlacementKey $key): ?DeliveredPrint
    {
        $entry = $this->entry($key);

        return null === $entry?->output || null === $entry->recipe || PreflightResult::Passed !== $entry->preflight
            ? null
            : new DeliveredPrint($entry->output['path'], $entry->sha256, $entry->recipe, $entry->output['sha256']);
    }

    public function isIntact(DeliveredPrint $print): bool
    {
        $file = $this->folder.'/'.$print->path;

        return is_file($file) && $this->hashes->sha256($file) === $print->sha256;
    }

    public function paths(): iterable
    {
        return array_map(strval(...), array_keys($this->own));
    }

    public function isForeign(string $path): bool
    {
        return !isset($this->own[$path]) && file_exists($this->folder.'/'.$path);
    }

    public function staging(WantedFile $file): string
    {
        return \sprintf('%s/%s/%d.%s', $this->folder, self::STAGING, $file->index, $file->recipe->write->format->extension());
    }

    /** For a small copy of a master, while the run lasts. */
    public function copy(string $masterPath): string
    {
        return \sprintf('%s/%s/copy-%s.webp', $this->folder, self::STAGING, hash('xxh128', $masterPath));
    }

    public function earlierPreview(string $path): ?ManifestPreview
    {
        return $this->previews[$path] ?? null;
    }

    public function pathOf(string $path): string
    {
        return $this->folder.'/'.$path;
    }

    /** Where what has to go to a path is made. */
    public function stagingOf(string $path): string
    {
        return \sprintf('%s/%s/%s.%s', $this->folder, self::STAGING, hash('xxh128', $path), pathinfo($path, \PATHINFO_EXTENSION));
    }

    /**
     * @return string the whole path
     *
     * @throws UnwritableFolder
     */
    public function placeAt(string $path): string
    {
        $whole = $this->pathOf($path);
        if ((!is_dir(\dirname($whole)) && !@mkdir(\dirname($whole), 0o777, true)) || !@rename($this->stagingOf($path), $whole)) {
            throw UnwritableFolder::at($this->folder);
        }

        return $whole;
    }

    /** @param string $sha256 of the finished file, as preflight found it */
    public function place(WantedFile $file, string $sha256): bool
    {
        $path = $this->folder.'/'.$file->path;

        if ((!is_dir(\dirname($path)) && !@mkdir(\dirname($path), 0o777, true)) || !@rename($this->staging($file), $path)) {
            return false;
        }
        $this->hashes->learn($path, $sha256);

        return true;
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
