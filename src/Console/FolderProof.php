<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Record;
use Snugfit\Pixels\Job\SmallJob;
use Snugfit\Web\Parcels\ProofDrawing;
use Snugfit\Web\Parcels\ProofPrint;
use Snugfit\Web\Shared\Gauge;
use Snugfit\Work\Child\PixelBench;
use Snugfit\Work\Child\PixelWorkFailed;
use Snugfit\Work\Folder\ChildPool;
use Snugfit\Work\Folder\FolderOrder;
use Snugfit\Work\Folder\FolderResult;
use Snugfit\Work\Folder\UnwritableFolder;

/** The proof sheet of a folder's print files. */
final readonly class FolderProof
{
    private const NAME = 'proof-sheet.pdf';

    public function __construct(private PixelBench $bench, private ProofDrawing $drawing)
    {
    }

    /**
     * Beside the print files.
     *
     * @throws UnwritableFolder
     */
    public function write(FolderOrder $order, FolderResult $result): void
    {
        $pdf = $this->drawing->of(basename((string) realpath($order->folder)), date('Y-m-d'), fn (string $folder): array => $this->prints($order, $result, $folder));
        $path = $order->out.'/'.self::NAME;
        if (\strlen($pdf) !== @file_put_contents($path.'.part', $pdf) || !@rename($path.'.part', $path)) {
            throw UnwritableFolder::at($order->out);
        }
    }

    /** @return list<ProofPrint> */
    private function prints(FolderOrder $order, FolderResult $result, string $folder): array
    {
        $delivered = array_filter($result->manifest->files, static fn (ManifestEntry $entry): bool => null !== $entry->output);
        (new ChildPool($this->bench))->run(
            array_keys($delivered), $order->jobs,
            static fn (int $index): SmallJob => new SmallJob($order->out.'/'.($delivered[$index]->output['path'] ?? ''), \sprintf('%s/%d.jpg', $folder, $index)),
            // Without its picture a print still has its place and its figures.
            static fn (int $index, Record|PixelWorkFailed $ended): null => null,
            static fn (): bool => false,
        );
        $products = array_column($order->products, null, 'code');
        $prints = [];
        foreach ($delivered as $index => $entry) {
            $recipe = $result->recipes[$index];
            $product = $products[$entry->product];
            $picture = $index.'.jpg';
            $prints[] = new ProofPrint(
                basename($entry->output['path'] ?? ''), $product->name, $recipe->size(), $recipe->write, $entry->output['bytes'] ?? 0, 'Passed preflight', is_file($folder.'/'.$picture) ? $picture : null,
                Gauge::ofPrint($entry->enlargement, $recipe->write->ppi, $entry->verdict, $product),
            );
        }

        return $prints;
    }
}
