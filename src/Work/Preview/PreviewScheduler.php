<?php

declare(strict_types=1);

namespace Snugfit\Work\Preview;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Failure;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\HungScene;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintPreview;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Repository\PrintPreviewRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Work\Message\MakePreview;
use Snugfit\Work\Queue\Outbox;

/** At the host: orders the previews of what was delivered, wherever a scene hangs for it, and takes away what hangs no more. */
final readonly class PreviewScheduler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PrintPreviewRepository $previews,
        private DeliveryStore $deliveries,
        private BatchPlanner $sheet,
        private ProductRepository $products,
        private SceneShelf $scenes,
        private FileStore $store,
        private Outbox $outbox,
    ) {
    }

    /** At once, for what is delivered. */
    public function orderNow(Batch $batch): void
    {
        $this->order($batch);
        $this->entities->flush();
        $this->deliveries->writeManifest($batch);
        $this->outbox->send();
    }

    /** With what is flushed next. What is there already, and shows the same, stands. */
    public function order(Batch $batch): void
    {
        $known = $this->previews->ofBatch($batch);
        $names = new NameRegistry();
        $shelf = $this->products->catalogue();
        $number = 0;
        $wanted = [];
        foreach ($this->deliveries->latest($batch) as $file) {
            if ($file->piece() > 1) {
                // All pieces hang in one scene.
                continue;
            }
            foreach ($batch->settings()->rail->of($file->productCode()) as $hung) {
                $preview = $this->want($batch, $file, $hung, $shelf, $known, $names, ++$number);
                if (null !== $preview) {
                    $wanted[$preview->place()] = true;
                }
            }
        }
        foreach ($known as $place => $preview) {
            if (!isset($wanted[$place])) {
                $this->drop($preview);
            }
        }
    }

    /** @param array<string, PrintPreview> $known by place */
    private function want(
        Batch $batch,
        PrintFile $file,
        HungScene $hung,
        Catalogue $shelf,
        array $known,
        NameRegistry $names,
        int $number,
    ): ?PrintPreview {
        $recipe = $file->recipe()?->uncut();
        $product = $shelf->products[$file->productCode()] ?? null;
        if (null === $recipe || null === $product || $file->artwork()->isRemoved()) {
            return null;
        }
        $placed = $this->sheet->place($file->artwork(), $product)->placement->product;
        $body = PrintBody::of($placed);
        try {
            $folder = $this->scenes->of($hung->scene);
            SceneFit::check($folder->scene, Hanging::bare($body));
        } catch (Failure) {
            // A scene that is gone, or a print that lies the other way and is too large for it.
            return null;
        }
        $rail = $batch->settings()->rail;
        $context = new NameContext($file->run()->startedAt(), $number);
        $path = $rail->path($names, $hung->scene, $file->artwork()->path(), $placed, $recipe, $context);
        $master = $file->artwork()->master();
        $key = PreviewJob::key($master, $recipe, $body, $folder->version(), $hung->look, $rail->size, $rail->format);
        $shows = hash('sha256', $key);
        $preview = $known[PrintPreview::placeOf($file->artwork(), $file->productCode(), $hung->scene)]
            ?? new PrintPreview($batch, $file->artwork(), $file->productCode(), $hung->scene);
        if ($preview->waitsFor($shows)) {
            return $preview;
        }
        if ($preview->isOf($shows) && $this->store->has($this->deliveries->key($batch, $preview->path()))) {
            $this->rename($preview, $path);

            return $preview;
        }
        $this->make($preview, $shows, $path, $file, $recipe, $body, $hung);

        return $preview;
    }

    private function make(
        PrintPreview $preview,
        string $shows,
        string $path,
        PrintFile $file,
        Recipe $recipe,
        PrintBody $body,
        HungScene $hung,
    ): void {
        $rail = $preview->batch()->settings()->rail;
        if ('' !== $preview->path() && $preview->path() !== $path) {
            $this->store->delete($this->deliveries->key($preview->batch(), $preview->path()));
        }
        $preview->order($shows, $path);
        $this->entities->persist($preview);
        $this->entities->flush();
        $this->outbox->add(new MakePreview(
            $preview->id(),
            $shows,
            FileStore::masterKey($file->artwork()->master()),
            $recipe->canonicalJson(),
            $body->toArray(),
            $hung->scene,
            $hung->look->toArray(),
            $rail->size->width,
            $rail->format->value,
            \sprintf('%s/preview-%d-%s.%s', FileStore::GROWING_PRINTS, $preview->id(), substr($shows, 0, 12), $rail->format->value),
            // The file of a piece does not show the others.
            0 === $file->piece() ? $this->deliveries->key($preview->batch(), (string) $file->path()) : '',
        ));
    }

    private function rename(PrintPreview $preview, string $path): void
    {
        if ($preview->path() !== $path) {
            $key = fn (string $of): string => $this->deliveries->key($preview->batch(), $of);
            $this->store->move($key($preview->path()), $key($path));
            $preview->renamed($path);
        }
    }

    private function drop(PrintPreview $preview): void
    {
        $key = $this->deliveries->key($preview->batch(), $preview->path());
        if ($this->store->has($key)) {
            $this->store->delete($key);
        }
        $this->entities->remove($preview);
    }
}
