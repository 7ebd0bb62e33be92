<?php

declare(strict_types=1);

namespace Snugfit\Web\Parcels;

use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\FileStore;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Delivered files that are handed out: with the bytes that were checked, or not at all. */
final readonly class CheckedFiles
{
    public function __construct(private DeliveryStore $deliveries, private FileStore $store)
    {
    }

    /**
     * @return string where it lies
     *
     * @throws NotFoundHttpException|ConflictHttpException
     */
    public function path(PrintFile $file): string
    {
        if (!$file->state()->isDelivered() || !$this->deliveries->has($file)) {
            throw new NotFoundHttpException('This file is not delivered.');
        }
        if (!$this->deliveries->isIntact($file)) {
            throw new ConflictHttpException('This file is not the one that was checked any more. Start a run to make it again.');
        }

        return $this->store->path($this->deliveries->key($file->run()->batch(), (string) $file->path()));
    }
}
