<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Delivery\Manifest;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\ManifestPreview;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Scene\SceneFolder;
use Snugfit\Work\Child\PixelJobFailed;

/** Shows a folder's delivered prints in scenes; what shows the same as before stands. */
final readonly class FolderPreviewMaker
{
    /**
     * @param array<string, ShownFile> $shown     by placement
     * @param \Closure(float): void    $tell      hears which share is done
     * @param \Closure(): bool         $isStopped
     */
    public function make(
        FolderRequest $order,
        array $shown,
        DeliveryFolder $delivery,
        PixelJobQueue $queue,
        FolderReport $report,
        \Closure $tell,
        \Closure $isStopped,
    ): void {
        $wanted = $this->wanted($order, $shown, $delivery, $report);
        $count = 0;
        $queue->run(
            $wanted,
            $order->jobs,
            static fn (WantedPreview $one): PreviewJob => new PreviewJob(
                new JobMaster($one->file->masterPath, $one->file->sha256),
                $one->file->recipe,
                $one->body,
                $one->scene->path,
                $order->scenes->look,
                $order->scenes->written->size,
                $order->scenes->written->format,
                $delivery->stagingOf($one->path),
                null === $one->print ? null : $delivery->pathOf($one->print),
            ),
            static function (
                WantedPreview $one,
                JsonReader|PixelJobFailed $result,
            ) use ($delivery, $report, $tell, $wanted, &$count): void {
                if ($result instanceof PixelJobFailed) {
                    $report->previewFailed($one->file->masterName, $one->scene->scene->name, $result->getMessage());
                } else {
                    $file = $delivery->placeAt($one->path);
                    $report->preview(new ManifestPreview(
                        $one->file->masterName,
                        $one->file->product->code,
                        $one->scene->scene->code,
                        $one->path,
                        $result->int('width'),
                        $result->int('height'),
                        (int) filesize($file),
                        (string) hash_file('sha256', $file),
                        $one->shows,
                    ));
                }
                $tell(++$count / \count($wanted));
            },
            $isStopped,
        );
    }

    /**
     * @param array<string, ShownFile> $shown by placement
     *
     * @return list<WantedPreview> without what stands
     */
    private function wanted(FolderRequest $order, array $shown, DeliveryFolder $delivery, FolderReport $report): array
    {
        $names = new NameRegistry();
        $wanted = [];
        $number = 0;
        $versions = array_map(static fn (SceneFolder $scene): string => $scene->version(), $order->scenes->scenes);
        foreach ($this->delivered($report->manifest()) as $entry) {
            $file = $shown[(new PlacementKey($entry->master, $entry->product))->toString()] ?? null;
            if (null === $file || null === $entry->output || $entry->piece > 1) {
                continue;
            }
            $body = PrintBody::of($file->product);
            foreach ($order->scenes->scenes as $i => $scene) {
                if (!SceneFit::suits($scene->scene, $file->product)) {
                    continue;
                }
                $written = $order->scenes->written;
                $context = new NameContext(new \DateTimeImmutable(), ++$number);
                $path = $written->path($names, $scene->scene->code, $file->masterName, $file->product, $file->recipe, $context);
                $key = PreviewJob::key(
                    $file->sha256,
                    $file->recipe,
                    $body,
                    $versions[$i],
                    $order->scenes->look,
                    $written->size,
                    $written->format,
                );
                $print = 0 === $entry->piece ? $entry->output['path'] : null;
                $one = new WantedPreview($file, $scene, $body, $path, hash('sha256', $key), $print);
                $earlier = $delivery->earlierPreview($path);
                if (null !== $earlier && $earlier->shows === $one->shows && is_file($delivery->pathOf($path))) {
                    $report->preview($earlier);
                } else {
                    $wanted[] = $one;
                }
            }
        }

        return $wanted;
    }

    /** @return list<ManifestEntry> */
    private function delivered(Manifest $manifest): array
    {
        return array_values(array_filter($manifest->files, static fn (ManifestEntry $entry): bool => null !== $entry->output));
    }
}
