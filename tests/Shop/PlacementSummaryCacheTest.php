<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\CodeVersion;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlacementSummary;
use Snugfit\Shop\PlacementSummaryCache;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Settings\ProductSettings;
use Symfony\Component\Cache\Adapter\ArrayAdapter;

/** Figures that are kept between requests are always those that a fresh plan would give. */
final class PlacementSummaryCacheTest extends ShopTestCase
{
    private ArrayAdapter $cache;

    protected function setUp(): void
    {
        parent::setUp();
        $this->cache = new ArrayAdapter();
    }

    /** @return iterable<string, array{\Closure(self, Batch, BatchArtwork): void}> */
    public static function changes(): iterable
    {
        yield 'nothing' => [static function (): void {}];
        $framed = static fn (Framing $framing): FamilySettings => new FamilySettings(new FramingState($framing, true));
        yield 'a family\'s framing' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settleFamily('2-3', $framed(new Framing(position: new CropPosition(0.2, 0.5, 2.5))))];
        yield 'a way up' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settleFamily('2-3', $framed(new Framing(OrientationRule::Portrait)))];
        yield 'a product framed by itself' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settleProduct('12x18', new ProductSettings(new FramingState(new Framing(position: new CropPosition(0.2, 0.5, 2.5)))))];
        yield 'a product left out' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settleProduct('12x18', new ProductSettings(excluded: true))];
        yield 'a limit' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settleProduct('12x18', new ProductSettings(limit: 2.0))];
        yield 'a way of enlarging' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settle(new ArtworkSettings(new UpscaleSettings(UpscaleMethod::Mitchell)))];
        yield 'finishing of the picture' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settle(new ArtworkSettings(finish: self::guarded()))];
        yield 'finishing of a family' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->settleFamily('2-3', new FamilySettings(finish: self::guarded()))];
        yield 'finishing of the batch' => [static fn (self $test, Batch $batch) => $batch->settle(new BatchSettings(self::guarded()))];
        yield 'a matte' => [static fn (self $test, Batch $batch) => $batch->settle(new BatchSettings(matte: '0f5c63'))];
        yield 'a kind' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->correctKind(Kind::LineArt)];
        yield 'what must stay' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->keep([new FractionBox(0, 0, 1, 0.3)])];
        yield 'a product' => [static function (self $test): void {
            $productRepository = $test->service(ProductRepository::class);
            $old = $productRepository->catalogue()->product('12x18');
            $productRepository->put(new Product('12x18', 'Another name', $old->trim, $old->bleed, Ppi::of(360), $old->floor));
        }];
        yield 'the choice of products' => [static fn (self $test, Batch $batch) => $batch->chooseProducts(['12x18', 'a0'])];
        yield 'a picture removed' => [static fn (self $test, Batch $batch, BatchArtwork $artwork) => $artwork->setRemoved(true)];
    }

    /** @param \Closure(self, Batch, BatchArtwork): void $change */
    #[DataProvider('changes')]
    public function test_figures_are_those_of_a_fresh_plan_after_any_change(\Closure $change): void
    {
        $batch = $this->batch(['4x6', '12x18', '12x12']);
        $artwork = $this->give($batch, 'harbour.png', 900, 600);
        $this->give($batch, 'bell.png', 1800, 1300);
        $this->figures()->of($batch);
        $change($this, $batch, $artwork);
        $this->service(EntityManagerInterface::class)->flush();
        self::assertEquals($this->fresh($batch), $this->figures()->of($batch));
        self::assertEquals($this->fresh($batch), $this->figures()->of($batch), 'and when asked again');
    }

    public function test_what_is_known_is_not_planned_again(): void
    {
        $batch = $this->batch(['4x6', '12x18']);
        $this->give($batch, 'harbour.png', 900, 600);
        $bell = $this->give($batch, 'bell.png', 1800, 1300);
        $known = $this->figures()->of($batch);
        // Another figure in the store shows that it is the store that answers, and for the unchanged artwork alone.
        $item = $this->cache->getItem(array_keys($this->cache->getValues())[0]);
        $this->cache->save($item->set(unserialize(str_replace(serialize($known[2]->effectivePpi), serialize(1234.0), serialize($item->get())))));
        $bell->correctKind(Kind::LineArt);
        $other = array_map(static fn (PlacementSummary $one): float => $one->effectivePpi, $this->figures('of tomorrow')->of($batch));
        self::assertNotContains(1234.0, $other, 'what other code computed does not count');
        $this->cache->save($item);
        $ppi = array_map(static fn (PlacementSummary $one): float => $one->effectivePpi, $this->figures()->of($batch));
        self::assertSame([$known[0]->effectivePpi, $known[1]->effectivePpi, 1234.0, $known[3]->effectivePpi], $ppi);
    }

    private static function guarded(): FinishSettings
    {
        return new FinishSettings(toneLimits: new ToneLimits(2, 2));
    }

    private function figures(string $code = 'of now'): PlacementSummaryCache
    {
        return new PlacementSummaryCache($this->service(BatchPlanner::class), new ProductionPlanner(), $this->cache, new DataFolder($this->data), new CodeVersion($code), $this->service(Typesetter::class));
    }

    /** @return list<PlacementSummary> */
    private function fresh(Batch $batch): array
    {
        return array_map(
            static fn (PlannedPlacement $placed): PlacementSummary => PlacementSummary::of($placed, null === $placed->placement->output ? [] : [(new RecipeBuilder())->recipeFor($placed->placement, $placed->artwork->facts(), $placed->effective->renderOptions())->hash()]),
            iterator_to_array($this->service(BatchPlanner::class)->stream($batch), false),
        );
    }
}
