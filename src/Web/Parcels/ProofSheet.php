<?php

declare(strict_types=1);

namespace Snugfit\Web\Parcels;

use Snugfit\Shop\Deliveries;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Shelf;
use Snugfit\Shop\Vault;
use Snugfit\Web\Shared\Gauge;

/** The proof sheet of a parcel. */
final readonly class ProofSheet
{
    public function __construct(private Deliveries $deliveries, private Vault $vault, private Shelf $shelf, private ProofDrawing $drawing)
    {
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
            $kept = Vault::proofKey($file->artwork()->master(), $recipe);
            // Pictures must lie beside the drawing, which sees nothing else.
            if ($this->vault->has($kept)) {
                $picture = $file->id().'.jpg';
                copy($this->vault->path($kept), $folder.'/'.$picture);
            }
            $product = $this->shelf->find($file->productCode())?->product();
            $figures = $file->figures();
            $prints[] = new ProofPrint(
                basename((string) $file->path()), $file->productName(), $found->size, $recipe->write, $found->bytes, \sprintf('Passed %d checks', \count($file->findings())), $picture,
                null === $product ? null : Gauge::ofPrint($figures->float('enlargement'), $recipe->write->ppi, $figures->string('verdict'), $product),
            );
        }

        return $prints;
    }
}
