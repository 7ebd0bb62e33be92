<?php

declare(strict_types=1);

namespace Snugfit\Web\Parcels;

use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Shop\DeliveredFile;
use Snugfit\Shop\DeliveryFreshness;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintFileState;
use Snugfit\Shop\Entity\PrintPreview;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\StoredZip;
use Snugfit\Web\Shared\Attachment;
use Snugfit\Work\Proof\ProofSheet;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;

/** Parcels: delivered files with what preflight found; take one, or all. */
final class ParcelsController extends AbstractController
{
    /** Files on a page. */
    private const PAGE = 200;

    public function __construct(
        private readonly DeliveryStore $deliveries,
        private readonly PrintFileRepository $printFiles,
        private readonly FileStore $store,
        private readonly CheckedFiles $checked,
        private readonly DeliveryFreshness $freshness,
        private readonly ProofSheet $proof,
        private readonly ProductRepository $products,
    ) {
    }

    #[Route('/batches/{batch<\d+>}/parcels', name: 'parcels', methods: ['GET'])]
    public function show(Batch $batch, #[MapQueryParameter] int $page = 1): Response
    {
        $standing = array_values($this->deliveries->standing($batch));
        usort($standing, static fn (DeliveredFile $a, DeliveredFile $b): int => strnatcasecmp($a->print->path, $b->print->path));
        $pages = max(1, (int) ceil(\count($standing) / self::PAGE));
        $page = max(1, min($pages, $page));
        $ids = array_map(static fn (DeliveredFile $one): int => $one->id, \array_slice($standing, ($page - 1) * self::PAGE, self::PAGE));
        $files = $this->printFiles->numbered($ids);
        $isThere = fn (DeliveredFile $one): bool => $this->store->has($this->deliveries->key($batch, $one->print->path));

        return $this->render('parcels/parcels.html.twig', [
            'batch' => $batch,
            'files' => array_map(static fn (int $id): PrintFile => $files[$id], $ids),
            'count' => \count($standing),
            'page' => $page,
            'pages' => $pages,
            'bytes' => array_sum(array_map(static fn (DeliveredFile $one): int => $one->bytes, $standing)),
            'missing' => \count($standing) - \count(array_filter($standing, $isThere)),
            'outdated' => $this->freshness->outdated($batch),
            'folder' => $this->deliveries->folderPath($batch),
            'fresh' => $this->fresh($batch),
            'booklets' => $this->booklets($standing),
            'previews' => \array_slice(array_values($this->deliveries->standingPreviews($batch)), 0, self::PAGE),
            'canBringBack' => $this->deliveries->canBringBack($batch),
        ]);
    }

    /**
     * @param list<DeliveredFile> $standing
     *
     * @return array<string, string> names by codes of the products of which there are several pages
     */
    private function booklets(array $standing): array
    {
        $codes = array_count_values(array_map(static fn (DeliveredFile $one): string => $one->key->product, $standing));
        $names = [];
        foreach (array_filter($codes, static fn (int $count): bool => $count > 1) as $code => $count) {
            $product = $this->products->byCode((string) $code)?->product();
            if (null !== $product) {
                $names[$product->code] = $product->name;
            }
        }

        return $names;
    }

    /** @return array<int, true> what the last run made, by number, where it left anything as it was; else nothing stands out */
    private function fresh(Batch $batch): array
    {
        $run = $this->deliveries->lastRun($batch);
        $counts = null === $run ? [] : $this->printFiles->countByState($run);

        return null === $run || !isset($counts[PrintFileState::Unchanged->value])
            ? []
            : array_fill_keys($this->printFiles->made($run), true);
    }

    #[Route('/print-files/{file<\d+>}', name: 'parcel_file', methods: ['GET'])]
    public function download(PrintFile $file): Response
    {
        $type = $file->recipe()?->write->format->mediaType() ?? 'application/octet-stream';

        return Attachment::named(
            new BinaryFileResponse($this->checked->path($file), headers: ['Content-Type' => $type]),
            basename((string) $file->path()),
        );
    }

    #[Route('/previews/{preview<\d+>}', name: 'parcel_preview', methods: ['GET'])]
    public function preview(PrintPreview $preview): Response
    {
        $key = $this->deliveries->key($preview->batch(), $preview->path());
        if (null === $preview->entry() || !$this->store->has($key)) {
            throw $this->createNotFoundException();
        }
        $format = PreviewFormat::from(pathinfo($preview->path(), \PATHINFO_EXTENSION));

        return new BinaryFileResponse(
            $this->store->path($key),
            headers: ['Content-Type' => $format->mimeType(), 'Cache-Control' => 'private, no-cache'],
            public: false,
        );
    }

    #[Route('/batches/{batch<\d+>}/manifest.{kind<json|csv>}', name: 'parcel_manifest', methods: ['GET'])]
    public function manifest(Batch $batch, string $kind): Response
    {
        $manifest = $this->deliveries->manifest($batch);
        $type = 'json' === $kind ? 'application/json' : 'text/csv; charset=utf-8';

        return new Response('json' === $kind ? $manifest->json() : $manifest->csv(), 200, [
            'Content-Type' => $type,
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', \sprintf('manifest-%s.%s', $batch->number(), $kind)),
        ]);
    }

    /** A person clears a delivery, or brings it back while that goes. */
    #[Route('/batches/{batch<\d+>}/parcels/{act<clear|bring-back>}', name: 'parcel_act', methods: ['POST'])]
    public function act(Batch $batch, string $act): Response
    {
        'clear' === $act ? $this->deliveries->clear($batch) : $this->deliveries->bringBack($batch);

        return $this->redirectToRoute('parcels', ['batch' => $batch->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/batches/{batch<\d+>}/proof-sheet.pdf', name: 'parcel_proof', methods: ['GET'])]
    public function proof(Batch $batch): Response
    {
        return new Response($this->proof->of($batch), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', \sprintf('proof-sheet-%s.pdf', $batch->number())),
        ]);
    }

    /** All files, the manifest and the proof sheet as a ZIP, sent while it is packed: nothing is built on disk first. */
    #[Route('/batches/{batch<\d+>}/parcel.zip', name: 'parcel_zip', methods: ['GET'])]
    public function zip(Batch $batch): Response
    {
        $standing = array_filter($this->deliveries->latest($batch), $this->deliveries->isIntact(...));
        $this->deliveries->writeManifest($batch, $standing);
        $this->store->write($this->deliveries->key($batch, 'proof-sheet.pdf'), $this->proof->of($batch));
        $paths = [];
        $files = array_values(array_map(static fn (PrintFile $file): string => (string) $file->path(), $standing));
        $previews = array_values(array_map(
            static fn (PrintPreview $one): string => $one->path(),
            $this->deliveries->standingPreviews($batch),
        ));
        foreach ([...$files, ...$previews, 'manifest.json', 'manifest.csv', 'proof-sheet.pdf'] as $name) {
            $paths[$name] = $this->store->path($this->deliveries->key($batch, $name));
        }
        $zip = new StoredZip($paths);

        return new StreamedResponse(
            static function () use ($zip): void {
                set_time_limit(0);
                foreach ($zip->bytes() as $bytes) {
                    echo $bytes;
                    flush();
                }
            },
            200,
            [
                'Content-Type' => 'application/zip',
                'Content-Length' => (string) $zip->length(),
                'X-Accel-Buffering' => 'no',
                'Content-Disposition' => HeaderUtils::makeDisposition('attachment', \sprintf('snugfit-%s.zip', $batch->number())),
            ],
        );
    }
}
