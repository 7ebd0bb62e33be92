<?php

declare(strict_types=1);

namespace Snugfit\Work\Proof;

use Snugfit\Core\Proof\ProofPrint;
use Snugfit\Core\Proof\SnugGauge;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\ProductRepository;

/** The proof sheet of a parcel. */
final readonly class ProofSheet
{
    public function __construct(
        private DeliveryStore $deliveries,
        private FileStore $store,
        private ProductRepository $productRepository,
        private ProofPage $drawing,
    ) {
    }

    /**
     * @return string the PDF
     *
     * @throws \RuntimeException where it cannot be drawn
     */
    public function of(Batch $batch): string
    {
        return $this->drawing->of($batch->name(), 'No. '.$batch->number(), fn (string $folder): array => $this->prints($batch, $folder));
    }

    /** @return list<ProofPrint> */
    private function prints(Batch $batch, string $folder): array
    {
        $files = array_values($this->deliveries->latest($batch));
        usort($files, static fn (PrintFile $a, PrintFile $b): int => strnatcasecmp((string) $a->path(), (string) $b->path()));
        $prints = [];
        foreach ($files as $file) {
            $recipe = $file->recipe();
            $found = $file->found();
            if (null === $recipe || null === $found) {
                continue;
            }
            $picture = null;
            $kept = FileStore::proofKey($file->artwork()->master(), $recipe);
            // Pictures must lie beside the drawing, which sees nothing else.
            if ($this->store->has($kept)) {
                $picture = $file->id().'.jpg';
                copy($this->store->path($kept), $folder.'/'.$picture);
            }
            $product = $this->productRepository->byCode($file->productCode())?->product();
            $prints[] = new ProofPrint(
                basename((string) $file->path()),
                $file->productName(),
                $found->size,
                $recipe->write,
                $found->bytes,
                \sprintf('Passed %d checks', \count($file->findings())),
                $picture,
                null === $product
                    ? null
                    : SnugGauge::ofPrint($file->wanted()->enlargement, $recipe->write->ppi, $file->wanted()->verdict, $product),
            );
        }

        return $prints;
    }
}
