<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\ManifestPreview;
use Snugfit\Core\Recipe\Recipe;

/** What became of a folder's files so far, while they are made. */
final class FolderReport
{
    /** @var array<int, ManifestEntry> by their places in the manifest */
    private array $entries = [];

    /** @var array<int, Recipe> */
    private array $recipes = [];

    /** @var array<string, string> reasons by master */
    private array $unreadable = [];

    /** @var list<string> */
    private array $failures = [];

    /** @var list<string> */
    private array $notes = [];

    /** @var list<ManifestPreview> */
    private array $previews = [];

    private int $made = 0;
    private int $unchanged = 0;
    private int $short = 0;

    public function note(string $sentence): void
    {
        $this->notes[] = $sentence;
    }

    public function unreadable(string $master, string $reason): void
    {
        $this->unreadable[$master] = $reason;
        $this->failures[] = $master.': '.$reason;
    }

    public function short(ManifestEntry $entry): void
    {
        ++$this->short;
        $this->entries[] = $entry;
    }

    public function impossible(ManifestEntry $entry, string $reason): void
    {
        $this->fail(\count($this->entries), $entry->notMade($reason), $reason);
    }

    public function unchanged(ManifestEntry $earlier, Recipe $recipe): void
    {
        ++$this->unchanged;
        $this->recipes[\count($this->entries)] = $recipe;
        $this->entries[] = $earlier;
    }

    /** @return int the file's place in the manifest */
    public function toMake(ManifestEntry $entry, Recipe $recipe): int
    {
        $index = \count($this->entries);
        $this->recipes[$index] = $recipe;
        $this->entries[] = $entry->notMade('Not made yet.');

        return $index;
    }

    public function made(int $index, ManifestEntry $delivered): void
    {
        ++$this->made;
        $this->entries[$index] = $delivered;
    }

    public function fail(int $index, ManifestEntry $entry, string $reason): void
    {
        $this->entries[$index] = $entry;
        $this->failures[] = \sprintf('%s on %s: %s', $entry->master, $entry->product, $reason);
    }

    public function preview(ManifestPreview $preview): void
    {
        $this->previews[] = $preview;
    }

    public function previewFailed(string $master, string $scene, string $reason): void
    {
        $this->failures[] = \sprintf('%s in "%s": %s', $master, $scene, $reason);
    }

    public function manifest(): Manifest
    {
        uksort($this->unreadable, static fn (string|int $a, string|int $b): int => strnatcasecmp((string) $a, (string) $b));
        $unreadable = array_map(
            static fn (string|int $master, string $reason): array => ['master' => (string) $master, 'reason' => $reason],
            array_keys($this->unreadable),
            $this->unreadable,
        );

        usort($this->previews, static fn (ManifestPreview $a, ManifestPreview $b): int => strnatcasecmp($a->path, $b->path));

        return new Manifest(array_values($this->entries), $unreadable, $this->previews);
    }

    public function result(bool $wasStopped): FolderResult
    {
        return new FolderResult(
            $this->manifest(), $this->recipes, $this->made, $this->unchanged, $this->short, $this->failures, $this->notes, $wasStopped,
        );
    }
}
