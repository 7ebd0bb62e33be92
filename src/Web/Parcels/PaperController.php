<?php

declare(strict_types=1);

namespace Snugfit\Web\Parcels;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\Product;
use Snugfit\Pixels\Job\BookletJob;
use Snugfit\Pixels\Job\BookletPage;
use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Pixels\Job\TileJob;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\FileStore;
use Snugfit\Web\Shared\Attachment;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** Delivered prints on paper from the printer on the desk: booklets, sheets to lay side by side, strips to hold beside the print. */
final class PaperController extends AbstractController
{
    /** Millimetres: what no printer reaches, what sheets repeat, and how high a strip is. */
    private const MARGIN = 10;
    private const OVERLAP = 10;
    private const STRIP = 60;

    public function __construct(
        private readonly DeliveryStore $deliveries,
        private readonly FileStore $store,
        private readonly CheckedFiles $checked,
        private readonly PixelProcessPool $processes,
    ) {
    }

    /** Every picture on one product as pages of one PDF, in their order, with its trim and bleed. */
    #[Route('/batches/{batch<\d+>}/booklet-{product}.pdf', name: 'parcel_booklet', methods: ['GET'])]
    public function booklet(Batch $batch, Product $product): Response
    {
        $of = array_filter($this->deliveries->latest($batch), static fn (PrintFile $one): bool => $product->code === $one->productCode());
        $standing = array_values(array_filter($of, $this->deliveries->isIntact(...)));
        if ([] === $standing) {
            throw $this->createNotFoundException('Nothing of this product is delivered.');
        }
        usort($standing, static fn (PrintFile $a, PrintFile $b): int => strnatcasecmp((string) $a->path(), (string) $b->path()));
        $pages = array_map(fn (PrintFile $one): BookletPage => new BookletPage(
            $this->store->path($this->deliveries->key($batch, (string) $one->path())),
            $product->orientation()->value === $one->wanted()->orientation ? $product->bleed : $product->turned()->bleed,
        ), $standing);
        $sums = array_map(static fn (PrintFile $one): string => (string) $one->found()?->sha256, $standing);
        $bleeds = array_map(static fn (BookletPage $page): mixed => $page->toArray()['bleed'], $pages);
        $key = \sprintf('patches/booklet-%s.pdf', hash('sha256', json_encode([$sums, $bleeds], \JSON_THROW_ON_ERROR)));

        return $this->sent(
            $key,
            static fn (string $target): PixelJob => new BookletJob($pages, $target),
            \sprintf('booklet-%s-%s.pdf', $batch->number(), $product->code),
        );
    }

    /** A print at its true size: all of it over sheets, or a strip of its own pixels. */
    #[Route('/print-files/{file<\d+>}/{what<sheets|strip>}-{paper<a4|letter>}.pdf', name: 'parcel_paper', methods: ['GET'])]
    public function paper(PrintFile $file, string $what, string $paper): Response
    {
        $path = $this->checked->path($file);
        $title = pathinfo($path, \PATHINFO_FILENAME);
        $key = \sprintf('patches/%s-%s-%s.pdf', $what, $paper, (string) $file->found()?->sha256);
        try {
            return $this->sent($key, static fn (string $target): PixelJob => new TileJob(
                $path,
                Catalogue::standard()->product($paper)->trim,
                Length::millimetres(self::MARGIN),
                Length::millimetres(self::OVERLAP),
                $title,
                $target,
                'strip' === $what ? Length::millimetres(self::STRIP) : null,
            ), "$title-$what.pdf");
        } catch (PixelJobFailed $e) {
            throw new UnprocessableEntityHttpException($e->getMessage(), $e);
        }
    }

    /** @param \Closure(string): PixelJob $job makes it where it is not there */
    private function sent(string $key, \Closure $job, string $name): Response
    {
        if (!$this->store->has($key)) {
            $this->processes->start($job($this->store->path($key)))->facts();
        }

        $file = new BinaryFileResponse($this->store->path($key), headers: ['Content-Type' => 'application/pdf'], public: false);

        return Attachment::named($file, $name);
    }
}
