<?php

declare(strict_types=1);

namespace Snugfit\Work\Proof;

use Snugfit\Core\Proof\ProofLayout;
use Snugfit\Core\Proof\ProofPrint;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use Twig\Environment;

/** Prints on paper, as PDF: each small, all to one scale, with its figures, gauge and preflight. */
final readonly class ProofPage
{
    public function __construct(private Environment $twig, private string $projectDir)
    {
    }

    /**
     * @param string                              $title  over each page
     * @param string                              $number that it is known by
     * @param \Closure(string): list<ProofPrint> $prints gets a folder that their pictures are to lie in
     *
     * @return string the PDF
     *
     * @throws \RuntimeException where it cannot be drawn
     */
    public function of(string $title, string $number, \Closure $prints): string
    {
        $folder = sys_get_temp_dir().'/snugfit-proof-'.bin2hex(random_bytes(6));
        mkdir($folder, 0o700);
        try {
            [$pages, $scale] = ProofLayout::of($prints($folder));
            $files = [];
            foreach ($pages as $i => $page) {
                $files[] = $name = \sprintf('page-%04d.svg', $i + 1);
                file_put_contents(
                    $folder.'/'.$name,
                    $this->twig->render('parcels/proof-sheet.svg.twig', [
                        'title' => $title,
                        'known' => $number,
                        'places' => $page,
                        'number' => $i + 1,
                        'of' => \count($pages),
                        'page' => ProofLayout::PAGE,
                        'margin' => ProofLayout::MARGIN,
                        'scale' => $scale,
                    ]),
                );
            }
            $process = new Process(
                ['rsvg-convert', '--format=pdf', '--output=proof.pdf', ...$files],
                $folder,
                ['FONTCONFIG_FILE' => $this->projectDir.'/var/fonts/fonts.conf'],
                timeout: 120,
            );
            $process->run();
            $pdf = $process->isSuccessful() ? file_get_contents($folder.'/proof.pdf') : false;

            return false === $pdf
                ? throw new \RuntimeException('The proof sheet could not be drawn: '.trim($process->getErrorOutput()))
                : $pdf;
        } finally {
            (new Filesystem())->remove($folder);
        }
    }
}
