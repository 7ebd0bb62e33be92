<?php

declare(strict_types=1);

namespace Snugfit\Web\Parcels;

use Snugfit\Shop\Deliveries;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Shelf;
use Snugfit\Shop\Vault;
use Snugfit\Web\Shared\Gauge;
use Symfony\Component\Process\Process;
use Twig\Environment;

/** A parcel's print files on paper, as PDF: each small, all to one scale, with its figures, gauge and preflight. */
final readonly class ProofSheet
{
    public function __construct(private Deliveries $deliveries, private Vault $vault, private Shelf $shelf, private Environment $twig, private string $projectDir)
    {
    }

    /**
     * @return string the PDF
     *
     * @throws \RuntimeException where it cannot be drawn
     */
    public function of(Batch $batch): string
    {
        $folder = sys_get_temp_dir().'/snugfit-proof-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        try {
            [$pages, $scale] = ProofLayout::of($this->prints($batch, $folder));
            $files = [];
            foreach ($pages as $i => $page) {
                $files[] = $name = \sprintf('page-%04d.svg', $i + 1);
                file_put_contents($folder.'/'.$name, $this->twig->render('parcels/proof-sheet.svg.twig', [
                    'batch' => $batch, 'places' => $page, 'number' => $i + 1, 'of' => \count($pages), 'page' => ProofLayout::PAGE, 'margin' => ProofLayout::MARGIN, 'scale' => $scale,
                ]));
            }
            $process = new Process(['rsvg-convert', '--format=pdf', '--output=proof.pdf', ...$files], $folder, ['FONTCONFIG_FILE' => $this->projectDir.'/var/fonts/fonts.conf'], timeout: 120);
            $process->run();
            $pdf = $process->isSuccessful() ? file_get_contents($folder.'/proof.pdf') : false;

            return false === $pdf ? throw new \RuntimeException('The proof sheet could not be drawn: '.trim($process->getErrorOutput())) : $pdf;
        } finally {
            array_map(unlink(...), glob($folder.'/*') ?: []);
            rmdir($folder);
        }
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
            $ppi = $recipe->write->ppi->value;
            $product = $this->shelf->find($file->productCode())?->product();
            $figures = $file->figures();
            $effective = null === $product ? $ppi : $product->target->value / max(0.01, $figures->float('enlargement'));
            $prints[] = new ProofPrint(
                $file, $found->size->width / $ppi, $found->size->height / $ppi, $picture,
                null === $product ? null : Gauge::ofPrint($effective, $ppi, $figures->string('verdict'), $product),
            );
        }

        return $prints;
    }
}
