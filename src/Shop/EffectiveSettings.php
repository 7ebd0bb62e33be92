<?php

declare(strict_types=1);

namespace Snugfit\Shop;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\FramingMemo;

/** How an artwork sits on a product: as on its whole family, unless the product left it. */
final readonly class EffectiveSettings
{
    /** Where what concerns all products of a picture is kept. */
    public const PICTURE = '*';

    private function __construct(
        public BatchArtwork $artwork,
        public Product $product,
        public ProductFamily $family,
        /** Where the framing is kept that counts: the family's place or the product's own. */
        public string $place,
        /** What is kept there. */
        public FramingMemo $shared,
        /** What concerns this product alone. */
        public FramingMemo $own,
        private Artwork $picture,
        /** @var list<FractionBox> */
        private array $keep,
    ) {
    }

    public static function of(BatchArtwork $artwork, Product $product): self
    {
        $family = ProductFamily::of($product);
        $own = $artwork->memo($product->code);
        $place = $own->alone ? $product->code : self::familyPlace($family);

        return new self($artwork, $product, $family, $place, $own->alone ? $own : $artwork->memo($place), $own, $artwork->artwork(), $artwork->keepBoxes());
    }

    public static function familyPlace(ProductFamily $family): string
    {
        return '~'.$family->key;
    }

    /** The same with another framing, to see what would come of it. */
    public function trying(FramingMemo $memo): self
    {
        return new self($this->artwork, $this->product, $this->family, $this->place, $memo, $this->own, $this->picture, $this->keep);
    }

    public function placementRequest(): PlacementRequest
    {
        return new PlacementRequest(
            orientation: $this->shared->orientation,
            framing: $this->shared->framing,
            keep: $this->keep,
            limit: $this->own->limit,
            policy: $this->own->policy,
            transform: $this->shared->transform,
            fitMode: $this->shared->fitMode,
            edgeFill: $this->shared->edgeFill,
            colour: $this->shared->colour,
            bleedSource: $this->shared->bleedSource,
            focus: $this->artwork->facts()->focus,
        );
    }

    /** The way of enlarging that a person chose for this product, or for the picture; null for what suits it. */
    public function upscaleSettings(): ?UpscaleSettings
    {
        return $this->own->upscale ?? $this->artwork->memo(self::PICTURE)->upscale;
    }

    /** What was asked of finishing: the nearest place that speaks of a step counts. Marks belong to the picture. */
    public function finish(): FinishSettings
    {
        $nearest = $this->own->alone ? $this->own->finish : $this->own->finish->over($this->shared->finish);

        return $nearest->over($this->artwork->memo(self::PICTURE)->finish)->over($this->artwork->batch()->settings()->finish->amongMany($this->artwork->kind()));
    }

    public function renderOptions(): RenderOptions
    {
        $settings = $this->artwork->batch()->settings();

        return new RenderOptions(upscale: $this->upscaleSettings(), finish: $this->finish(), matte: $settings->matte, cutMarks: $settings->cutMarks, region: $this->artwork->memo(self::PICTURE)->region);
    }

    /** Whether the planner would decide the same. */
    public function isAs(self $other): bool
    {
        return $this->artwork === $other->artwork && $this->picture == $other->picture && $this->product == $other->product
            && $this->shared == $other->shared && $this->own == $other->own && $this->keep == $other->keep;
    }

    /** Names the place in the journal. */
    public function subject(): string
    {
        return \sprintf('framing:%d:%s', $this->artwork->id(), $this->place);
    }

    public function ownSubject(): string
    {
        return \sprintf('framing:%d:%s', $this->artwork->id(), $this->product->code);
    }
}
