<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Proof\ProofPrint;
use Snugfit\Core\Proof\SnugGauge;
use Snugfit\Pixels\Job\PrintThumbnailJob;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Folder\FolderRequest;
use Snugfit\Work\Folder\FolderResult;
use Snugfit\Work\Folder\PixelJobQueue;
use Snugfit\Work\Folder\UnwritableFolder;
use Snugfit\Work\Proof\ProofPage;

/** The proof sheet of a folder's print files. */
final readonly class FolderProof
{
    private const NAME = 'proof-sheet.pdf';

    public function __construct(private PixelProcessPool $processes, private ProofPage $drawing)
    {
    }

    /**
     * Beside the print files.
     *
     * @throws UnwritableFolder
     */
    public function write(FolderRequest $order, FolderResult $result): void
    {
        $pdf = $this->drawing->of(
            basename((string) realpath($order->folder)),
            date('Y-m-d'),
            fn (string $folder): array => $this->prints($order, $result, $folder),
        );
        $path = $order->out.'/'.self::NAME;
        if (\strlen($pdf) !== @file_put_contents($path.'.part', $pdf) || !@rename($path.'.part', $path)) {
            throw UnwritableFolder::at($order->out);
        }
    }

    /** @return list<ProofPrint> */
    private function prints(FolderRequest $order, FolderResult $result, string $folder): array
    {
        $delivered = array_filter($result->manifest->files, static fn (ManifestEntry $entry): bool => null !== $entry->output);
        (new PixelJobQueue($this->processes))->run(
            array_keys($delivered),
            $order->jobs,
            static fn (int $index): PrintThumbnailJob => new PrintThumbnailJob(
                $order->out.'/'.($delivered[$index]->output['path'] ?? ''),
                \sprintf('%s/%d.jpg', $folder, $index),
            ),
            // Without its picture a print still has its place and its figures.
            static fn (int $index, JsonReader|PixelJobFailed $ended): null => null,
            static fn (): bool => false,
        );
        $products = array_column($order->products, null, 'code');
        $prints = [];
        foreach ($delivered as $index => $entry) {
            $recipe = $result->recipes[$index];
            $product = $products[$entry->product];
            $picture = $index.'.jpg';
            $prints[] = new ProofPrint(
                basename($entry->output['path'] ?? ''),
                $product->name,
                $recipe->size(),
                $recipe->write,
                $entry->output['bytes'] ?? 0,
                'Passed preflight',
                is_file($folder.'/'.$picture) ? $picture : null,
                SnugGauge::ofPrint($entry->enlargement, $recipe->write->ppi, $entry->verdict, $product),
            );
        }

        return $prints;
    }
}
