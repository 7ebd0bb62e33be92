<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\LetteringRequest;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Undo\Change;
use Snugfit\Shop\Undo\FamilySettingsChange;
use Snugfit\Shop\Undo\ProductSettingsChange;

/** What counts for an artwork on a product: framed as on its whole family, unless the product left it. */
final readonly class EffectiveSettings
{
    private function __construct(
        public BatchArtwork $artwork,
        public Product $product,
        public ProductFamily $family,
        public FamilySettings $ofFamily,
        public ProductSettings $ofProduct,
        /** What is tried instead of what is kept. */
        private ?Framing $tried,
        private Artwork $picture,
        /** @var list<FractionBox> */
        private array $keep,
    ) {
    }

    public static function of(BatchArtwork $artwork, Product $product): self
    {
        $family = ProductFamily::of($product);

        return new self(
            $artwork,
            $product,
            $family,
            $artwork->ofFamily($family->key),
            $artwork->ofProduct($product->code),
            null,
            $artwork->artwork(),
            $artwork->keepBoxes(),
        );
    }

    /** Whether the product left its family. */
    public function isAlone(): bool
    {
        return null !== $this->ofProduct->framing;
    }

    public function framing(): Framing
    {
        return $this->tried ?? $this->state()->framing;
    }

    public function isLookedAt(): bool
    {
        return $this->state()->lookedAt;
    }

    /** The same for another picture: in shares of what that is of its own master. */
    public function stateFor(BatchArtwork $other): FramingState
    {
        return $other === $this->artwork
            ? $this->state()
            : $this->state()->framedAs($this->state()->framing->on($other->part()));
    }

    /** The framing that counts, as it is kept. */
    public function state(): FramingState
    {
        return $this->ofProduct->framing ?? $this->ofFamily->framing;
    }

    /**
     * The framing that counts becomes another: the family's, or the product's own where it left its family.
     *
     * @return Change<covariant mixed>
     */
    public function reframed(FramingState $framing): Change
    {
        return $this->isAlone()
            ? ProductSettingsChange::of($this->artwork, $this->product->code, $this->ofProduct->framedAs($framing))
            : FamilySettingsChange::of($this->artwork, $this->family->key, $this->ofFamily->framedAs($framing));
    }

    /** What concerns this product alone becomes another. */
    public function overridden(ProductSettings $settings): ProductSettingsChange
    {
        return ProductSettingsChange::of($this->artwork, $this->product->code, $settings);
    }

    /** Names the framing that counts, which the products of a family share. */
    public function framingKey(): string
    {
        return \sprintf(
            '%d/%s',
            $this->artwork->id(),
            $this->isAlone() ? 'product/'.$this->product->code : 'family/'.$this->family->key,
        );
    }

    /** The same with another framing, to see what would come of it. */
    public function trying(Framing $framing): self
    {
        return new self(
            $this->artwork,
            $this->product,
            $this->family,
            $this->ofFamily,
            $this->ofProduct,
            $framing,
            $this->picture,
            $this->keep,
        );
    }

    public function placementRequest(): PlacementRequest
    {
        return new PlacementRequest(
            $this->framing(),
            $this->keep,
            $this->ofProduct->limit,
            $this->ofProduct->policy,
            $this->artwork->facts()->focus,
            part: $this->artwork->part(),
        );
    }

    /** The way of enlarging that a person chose for this product, or for the picture; null for what suits it. */
    public function upscaleSettings(): ?UpscaleSettings
    {
        return $this->ofProduct->upscale ?? $this->artwork->settings()->upscale;
    }

    /** What was asked of finishing: the nearest scope that speaks of a step counts. */
    public function finish(): FinishSettings
    {
        $nearest = $this->isAlone() ? $this->ofProduct->finish : $this->ofProduct->finish->over($this->ofFamily->finish);
        $ofBatch = $this->artwork->batch()->settings()->finish->amongMany($this->artwork->kind());

        $finish = $nearest->over($this->artwork->settings()->finish)->over($ofBatch);

        return null === $finish->mask
            ? $finish
            : $finish->with(mask: $finish->mask->movedTo($this->artwork->part(), $this->artwork->facts()->size));
    }

    /** The nearest scope that says anything of words counts, be it that there shall be none. */
    public function lettering(): LetteringRequest
    {
        $artwork = $this->artwork;
        $counts = $this->ofProduct->lettering
            ?? ($this->isAlone() ? null : $this->ofFamily->lettering)
            ?? $artwork->settings()->lettering
            ?? $artwork->batch()->settings()->lettering
            ?? new Lettering();

        return LetteringRequest::ofPicture($counts, $artwork->path(), $artwork->settings()->words);
    }

    public function renderOptions(): RenderOptions
    {
        $settings = $this->artwork->batch()->settings();

        return new RenderOptions(
            upscale: $this->upscaleSettings(),
            finish: $this->finish(),
            matte: $settings->matte,
            cutMarks: $settings->cutMarks,
            region: $this->artwork->upscaleRegion(),
            repair: $this->artwork->edits(),
            lettering: $this->lettering(),
        );
    }

    /** Whether the planner would decide the same. */
    public function plansLike(self $other): bool
    {
        return $this->artwork === $other->artwork &&
            $this->picture == $other->picture &&
            $this->product == $other->product &&
            $this->ofFamily == $other->ofFamily &&
            $this->ofProduct == $other->ofProduct &&
            $this->keep == $other->keep &&
            $this->tried == $other->tried;
    }
}
