<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\LetteringWarnings;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\PlannedPrint;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\RefusalReason;
use Snugfit\Core\Production\RemakeReason;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/** A folder of pictures -> checked print files and a manifest, without a server. */
final readonly class FolderMaker
{
    /** Share of the whole that reading takes, until something better is known. */
    private const READING = 0.1;

    public function __construct(
        private PixelProcessPool $processes,
        private PlacementPlanner $planner,
        private ProductionPlanner $production,
        private RecipeBuilder $recipes,
        private Preflight $preflight,
        private FolderMasterReader $masters,
        private FolderMasterPreparer $preparer,
        private ContentHashes $hashes,
        private FolderPreviewMaker $previews,
    ) {
    }

    /**
     * @param \Closure(): bool $isStopped
     *
     * @throws UnwritableFolder
     */
    public function make(FolderRequest $order, FolderProgress $progress, \Closure $isStopped): FolderResult
    {
        $report = new FolderReport();
        $delivery = DeliveryFolder::open($order->out, $this->hashes);
        $queue = new PixelJobQueue($this->processes->withThreads(max(1, intdiv(CpuCount::count(), $order->jobs))));
        $tell = static fn (float $share) => $progress->at('Reading masters', self::READING * $share);
        $masters = $this->masters->read($order, $queue, $delivery, $report, $tell, $isStopped);
        $tell = static fn (float $share) => $progress->at('Repairing masters', self::READING * $share);
        $masters = $this->preparer->prepare($masters, $order, $queue, $report, $tell, $isStopped);
        $shown = [];
        $wanted = $this->plan($order, $masters, $delivery, $report, $shown);
        $this->run($order, $wanted, $queue, $delivery, $report, $progress, $isStopped);
        $tell = static fn (float $share) => $progress->at('Making previews', $share);
        $this->previews->make($order, $shown, $delivery, $queue, $report, $tell, $isStopped);
        $delivery->keepManifest($report->manifest(), true);

        return $report->result($isStopped());
    }

    /**
     * @param list<FolderMaster>       $masters
     * @param array<string, ShownFile> $shown   takes in what has a recipe, by placement
     *
     * @return list<WantedFile>
     */
    private function plan(FolderRequest $order, array $masters, DeliveryFolder $delivery, FolderReport $report, array &$shown): array
    {
        $paths = [];
        $wanted = [];
        foreach ($masters as $master) {
            $paths[$master->name] = $master->path;
            foreach ($order->products as $product) {
                $request = new PlacementRequest(focus: $master->facts->focus);
                $placement = $this->planner->plan($master->facts->artwork(), $product, $request);
                $key = new PlacementKey($master->name, $product->code);
                $options = $order->optionsFor($placement)
                    ->repairedBy($master->edits)
                    ->letteredBy($order->lettering->of($master->name));
                $wanted[] = new WantedPrint($key, $master->name, $master->facts, $placement, $options, $request);
            }
        }
        $this->warn($wanted, $report);
        $files = [];
        $remade = [];
        foreach ($this->production->plan($wanted, $order->name, $delivery, new \DateTimeImmutable()) as $print) {
            if (null !== $print->remade) {
                $remade[] = $print->remade;
            }
            $recipe = $print->recipe();
            if (null !== $recipe) {
                $one = $print->wanted;
                $shown[$one->key->whole()->toString()] = new ShownFile(
                    $one->masterName,
                    $paths[$one->masterName],
                    $one->facts->sha256,
                    $one->placement->product,
                    $recipe->uncut(),
                );
            }
            $files[] = $this->register($print, $paths[$print->wanted->masterName], $delivery, $report);
        }

        foreach (RemakeReason::cases() as $reason) {
            $again = \count(array_keys($remade, $reason, true));
            if ($again > 0) {
                $report->note(\sprintf('%d made again: %s', $again, $reason->sentence()));
            }
        }

        return array_values(array_filter($files));
    }

    /**
     * Of the words on prints; what several have in common once.
     *
     * @param list<WantedPrint> $wanted
     */
    private function warn(array $wanted, FolderReport $report): void
    {
        $found = [];
        foreach ($wanted as $one) {
            try {
                $lines = $this->recipes->lines($one->placement, $one->options->lettering);
            } catch (ImpossibleLettering) {
                // Told where it is refused.
                continue;
            }
            foreach (LetteringWarnings::of($lines, $one->placement) as $sentence) {
                $found[$sentence][] = $one->masterName.' on '.$one->placement->product->code;
            }
        }
        foreach ($found as $sentence => $prints) {
            $more = \count($prints) - 1;
            $report->note(\sprintf('%s: %s', $prints[0].(0 === $more ? '' : " and $more more"), $sentence));
        }
    }

    private function register(PlannedPrint $print, string $path, DeliveryFolder $delivery, FolderReport $report): ?WantedFile
    {
        $recipe = $print->recipe();
        $entry = ManifestEntry::wanted(
            $print->wanted->masterName, $print->wanted->facts->sha256, $print->wanted->placement, $recipe, $print->wanted->key->piece,
        );
        $refusal = $print->refusal();
        if (null !== $refusal) {
            RefusalReason::Short === $refusal->reason ? $report->short($entry) : $report->impossible($entry, $refusal->sentence);
        }
        if (null === $recipe || null === $print->path) {
            return null;
        }
        $earlier = $print->isUnchanged() ? $delivery->entry($print->wanted->key) : null;
        if (null !== $earlier) {
            $report->unchanged($earlier, $recipe);

            return null;
        }

        return new WantedFile($report->toMake($entry, $recipe), $entry, $path, $recipe, $print->maxBytes(), $print->path);
    }

    /**
     * @param list<WantedFile> $wanted
     * @param \Closure(): bool $isStopped
     */
    private function run(
        FolderRequest $order,
        array $wanted,
        PixelJobQueue $queue,
        DeliveryFolder $delivery,
        FolderReport $report,
        FolderProgress $progress,
        \Closure $isStopped,
    ): void {
        $share = new FolderProgressEstimator($wanted, new UpscaleEstimator($this->processes->tileCache()));
        $tell = static fn () => $progress->at('Making print files', self::READING + (1 - self::READING) * $share->done());
        $queue->run(
            $wanted,
            $order->jobs,
            static function (WantedFile $file) use ($delivery, $share): MakePrintJob {
                $share->begin($file);

                return new MakePrintJob(
                    new JobMaster($file->masterPath, $file->entry->sha256),
                    $file->recipe->canonicalJson(),
                    $delivery->staging($file),
                    // The copy is the master's own.
                    copy: $file->recipe->repair->isSilent() ? $delivery->copy($file->masterPath) : null,
                );
            },
            function (WantedFile $file, JsonReader|PixelJobFailed $result) use ($delivery, $report, $share, $tell): void {
                $this->deliver($file, $result, $delivery, $report);
                $share->end($file);
                $tell();
                $delivery->keepManifest($report->manifest(), false);
            },
            $isStopped,
            static function (WantedFile $file, float $enlarged) use ($share, $tell): void {
                $share->enlarged($file, $enlarged);
                $tell();
            },
        );
    }

    private function deliver(WantedFile $file, JsonReader|PixelJobFailed $result, DeliveryFolder $delivery, FolderReport $report): void
    {
        if ($result instanceof PixelJobFailed) {
            $delivery->discard($file);
            $report->fail($file->index, $file->entry->notMade($result->getMessage()), $result->getMessage());

            return;
        }
        $found = PrintFileFacts::fromRecord($result);
        $failed = Preflight::failures($this->preflight->check($file->recipe, $found, $file->maxBytes));
        if ([] !== $failed) {
            $delivery->discard($file);
            $reason = implode(' ', array_map(static fn (PreflightFinding $finding): string => $finding->sentence(), $failed));
            $report->fail($file->index, $file->entry->failedPreflight($reason), $reason);
        } elseif (!$delivery->place($file, $found->sha256)) {
            $reason = 'The finished file could not be put in its folder.';
            $report->fail($file->index, $file->entry->notMade($reason), $reason);
        } else {
            $report->made($file->index, $file->entry->delivered($file->path, $found, $file->recipe->write->ppi->value));
        }
    }
}
