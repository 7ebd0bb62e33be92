<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\Planner;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\BatchFraming;
use Snugfit\Shop\Entity\FramingMemo;
use Snugfit\Shop\PlacedArtwork;

/** Plans a placement as it would be with wishes that are not kept. */
final readonly class Trial
{
    public function __construct(private Planner $planner)
    {
    }

    public function place(BatchArtwork $artwork, Product $product, FramingMemo $memo): PlacedArtwork
    {
        $framing = new BatchFraming($artwork, $product->code);
        $framing->recall($memo);

        return new PlacedArtwork($artwork, $product, $this->planner->plan($artwork->artwork(), $product, $framing->wishes()), $framing);
    }
}
