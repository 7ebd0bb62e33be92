<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Pixels\PlanReference;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/** A folder of pictures -> checked print files and a manifest, without a server. */
final class FolderMaker
{
    /** @var array<int, ManifestEntry> */
    private array $entries = [];

    /** @var array<int, Recipe> */
    private array $recipesOf = [];

    /** @var list<array{master: string, reason: string}> */
    private array $unreadable = [];

    /** @var list<string> */
    private array $failures = [];

    private int $made = 0;
    private int $unchanged = 0;
    private int $short = 0;

    public function __construct(
        private readonly PixelProcessPool $processes,
        private readonly PlacementPlanner $planner,
        private readonly RecipeBuilder $recipes,
        private readonly Preflight $preflight,
        private readonly FolderScanner $scan,
    ) {
    }

    /**
     * @param \Closure(): bool $isStopped
     *
     * @throws UnwritableFolder
     */
    public function make(FolderRequest $order, FolderProgress $progress, \Closure $isStopped): FolderResult
    {
        [$this->entries, $this->recipesOf, $this->unreadable, $this->failures, $this->made, $this->unchanged, $this->short] = [[], [], [], [], 0, 0, 0];
        $delivery = DeliveryFolder::open($order->out);
        $pool = new PixelJobQueue($this->processes->withThreads(max(1, intdiv(CpuCount::count(), $order->jobs))));
        $masters = $this->read($order, $pool, $delivery, $progress, $isStopped);
        $wanted = $this->plan($order, $masters, $delivery);

        $share = new FolderProgressEstimator($wanted, new UpscaleEstimator($this->processes->tileCache()));
        $tell = static fn () => $progress->at('Making print files', 0.1 + 0.9 * $share->done());
        $pool->run(
            $wanted,
            $order->jobs,
            static function (WantedFile $file) use ($delivery, $share): MakePrintJob {
                $share->begin($file);

                return new MakePrintJob($file->masterPath, $file->recipe, $delivery->staging($file), copy: $delivery->copy(hash('xxh128', $file->masterPath)));
            },
            function (WantedFile $file, JsonReader|PixelJobFailed $result) use ($delivery, $share, $tell): void {
                $this->deliver($file, $result, $delivery);
                $share->end($file);
                $tell();
                $delivery->keepManifest($this->manifest(), false);
            },
            $isStopped,
            static function (WantedFile $file, float $enlarged) use ($share, $tell): void {
                $share->enlarged($file, $enlarged);
                $tell();
            },
        );
        $delivery->keepManifest($this->manifest(), true);

        return new FolderResult($this->manifest(), $this->recipesOf, $this->made, $this->unchanged, $this->short, $this->failures, $isStopped());
    }

    /**
     * @param \Closure(): bool $isStopped
     *
     * @return array<string, array{string, MasterFacts}> relative path => path and facts
     */
    private function read(FolderRequest $order, PixelJobQueue $pool, DeliveryFolder $delivery, FolderProgress $progress, \Closure $isStopped): array
    {
        $files = $this->scan->files($order->folder, $order->out);
        $masters = array_fill_keys(array_keys($files), null);
        $count = 0;
        $pool->run(
            array_keys($files),
            $order->jobs,
            static fn (string|int $name): ReadMasterJob => new ReadMasterJob($files[$name], [PlanReference::COPY => $delivery->copy(hash('xxh128', $files[$name]))]),
            function (string|int $name, JsonReader|PixelJobFailed $result) use (&$masters, &$count, $files, $progress): void {
                $name = (string) $name;
                if ($result instanceof JsonReader) {
                    $masters[$name] = [$files[$name], MasterFacts::fromRecord($result)];
                } else {
                    $this->unreadable[] = ['master' => $name, 'reason' => $result->getMessage()];
                    $this->failures[] = $name.': '.$result->getMessage();
                }
                $progress->at('Reading masters', 0.1 * ++$count / \count($files));
            },
            $isStopped,
        );
        usort($this->unreadable, static fn (array $a, array $b): int => strnatcasecmp($a['master'], $b['master']));

        return array_filter($masters, static fn (?array $master): bool => null !== $master);
    }

    /**
     * @param array<string, array{string, MasterFacts}> $masters
     *
     * @return list<WantedFile>
     */
    private function plan(FolderRequest $order, array $masters, DeliveryFolder $delivery): array
    {
        $names = new NameRegistry();
        $today = new \DateTimeImmutable();
        $wanted = [];
        foreach ($masters as $master => [$path, $facts]) {
            $master = (string) $master;
            foreach ($order->products as $product) {
                $placement = $this->planner->plan($facts->artwork(), $product, new PlacementRequest(focus: $facts->focus));
                $index = \count($this->entries);
                if (null === $placement->output) {
                    ++$this->short;
                    $this->entries[] = ManifestEntry::wanted($master, $facts->sha256, $placement, null);
                    continue;
                }
                try {
                    $recipe = $this->recipes->recipeFor($placement, $facts, $order->optionsFor($placement));
                } catch (ImpossibleRecipe|ImpossibleFinish $e) {
                    $this->entries[] = ManifestEntry::wanted($master, $facts->sha256, $placement, null)->notMade($e->getMessage());
                    $this->failures[] = \sprintf('%s on %s: %s', $master, $product->code, $e->getMessage());
                    continue;
                }
                $this->recipesOf[$index] = $recipe;
                $entry = ManifestEntry::wanted($master, $facts->sha256, $placement, $recipe);
                $freshness = $delivery->standing($entry);
                $this->entries[] = $freshness ?? $entry->notMade('Not made yet.');
                if (null !== $freshness) {
                    ++$this->unchanged;
                    $names->reserve($freshness->output['path'] ?? '');
                    continue;
                }
                [$folder, $name] = $order->name->path($master, $placement->product, $placement->output, new NameContext($today, $index + 1));
                $name = $names->claim($folder, $name, $recipe->write->format->extension(), static fn (string $path): bool => $delivery->isForeign($path, $entry));
                $wanted[] = new WantedFile($index, $entry, $path, $recipe, $order->options->mostBytes($product->maxBytes), $name);
            }
        }

        return $wanted;
    }

    private function deliver(WantedFile $file, JsonReader|PixelJobFailed $result, DeliveryFolder $delivery): void
    {
        $called = \sprintf('%s on %s: ', $file->entry->master, $file->entry->product);
        if ($result instanceof PixelJobFailed) {
            $this->entries[$file->index] = $file->entry->notMade($result->getMessage());
            $this->failures[] = $called.$result->getMessage();
            $delivery->discard($file);

            return;
        }
        $found = PrintFileFacts::fromRecord($result);
        $failed = Preflight::failures($this->preflight->check($file->recipe, $found, $file->maxBytes));
        if ([] !== $failed) {
            $reason = implode(' ', array_map(static fn ($finding): string => $finding->sentence(), $failed));
            $this->entries[$file->index] = $file->entry->failedPreflight($reason);
            $this->failures[] = $called.$reason;
            $delivery->discard($file);

            return;
        }
        if (!$delivery->place($file)) {
            $this->entries[$file->index] = $file->entry->notMade('The finished file could not be put in its folder.');
            $this->failures[] = $called.'the finished file could not be put in its folder.';

            return;
        }
        ++$this->made;
        $this->entries[$file->index] = $file->entry->delivered($file->path, $found, $file->recipe->write->ppi->value);
    }

    private function manifest(): Manifest
    {
        return new Manifest(array_values($this->entries), $this->unreadable);
    }
}
