<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Entity\PrintPreview;
use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Entity\StoredProduct;
use Snugfit\Shop\Repository\ProductRepository;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * What an address names, as controllers take it: a batch, an artwork, a run, a print file by number, a product by code. What
 * is not there, was removed or deleted, or belongs to another batch than the address says is not found, in every room alike.
 */
final readonly class ShopEntityResolver implements ValueResolverInterface
{
    public function __construct(private EntityManagerInterface $entities, private ProductRepository $products)
    {
    }

    /** @return list<object> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        $named = $request->attributes->get($argument->getName());
        if (!\is_string($named)) {
            return [];
        }
        $entity = match ($argument->getType()) {
            Batch::class => $this->batch($named, [] !== $argument->getAttributesOfType(AlsoDeleted::class)),
            BatchArtwork::class => $this->artwork($named, $request),
            PrintRun::class => $this->run($this->entities->find(PrintRun::class, (int) $named)),
            PrintFile::class => $this->file($this->entities->find(PrintFile::class, (int) $named)),
            PrintPreview::class => $this->preview($this->entities->find(PrintPreview::class, (int) $named)),
            Person::class => $this->entities->find(Person::class, (int) $named) ?? throw self::notFound(),
            StoredProduct::class => $this->products->byCode($named) ?? throw self::notFound(),
            Product::class => $this->products->byCode($named)?->product() ?? throw self::notFound(),
            default => null,
        };

        return null === $entity ? [] : [$entity];
    }

    private function batch(string $number, bool $isAlsoDeleted): Batch
    {
        $batch = $this->entities->find(Batch::class, (int) $number);

        return null === $batch || ($batch->isDeleted() && !$isAlsoDeleted) ? throw self::notFound() : $batch;
    }

    private function artwork(string $number, Request $request): BatchArtwork
    {
        $artwork = $this->entities->find(BatchArtwork::class, (int) $number);
        if (null === $artwork || $artwork->isRemoved() || $artwork->batch()->isDeleted()) {
            throw self::notFound();
        }
        // An argument before this one may have resolved the batch; the address has its number either way.
        $batch = $request->attributes->get('batch') ?? (string) $artwork->batch()->id();
        $isSame =
            $batch instanceof Batch
                ? $batch === $artwork->batch()
                : (string) $artwork->batch()->id() === ltrim(\is_string($batch) ? $batch : '', '0');

        return $isSame ? $artwork : throw self::notFound();
    }

    private function run(?PrintRun $run): PrintRun
    {
        return null === $run || $run->batch()->isDeleted() ? throw self::notFound() : $run;
    }

    private function file(?PrintFile $file): PrintFile
    {
        return null === $file || $file->run()->batch()->isDeleted() ? throw self::notFound() : $file;
    }

    private function preview(?PrintPreview $preview): PrintPreview
    {
        return null === $preview || $preview->batch()->isDeleted() ? throw self::notFound() : $preview;
    }

    private static function notFound(): NotFoundHttpException
    {
        return new NotFoundHttpException('There is nothing at this address. It may have been removed.');
    }
}
