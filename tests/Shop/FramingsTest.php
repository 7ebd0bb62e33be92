<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\Repository\UndoEntryRepository;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Settings\ProductSettings;
use Snugfit\Shop\Undo\StaleAct;
use Snugfit\Web\FitSheet\SheetActs;

/** Framings are kept by family, and acts on many of them are one act. */
final class FramingsTest extends ShopTestCase
{
    private Batch $shelved;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shelved = $this->batch(['4x6', '12x18', '12x12']);
        $this->artwork = $this->give($this->shelved, 'harbour.png', 900, 600);
    }

    public function test_settings_come_back_as_they_were_kept(): void
    {
        $framing = new Framing(
            OrientationRule::Portrait, new CropPosition(0.2, 0.7, 1.5), new ImageTransform(QuarterTurn::Left, true, -3.25),
            FitMode::Whole, EdgeFill::Blurred, '0f5c63', BleedSource::Continued,
        );
        $finish = new FinishSettings(toneLimits: new ToneLimits(1, 2));
        $family = new FamilySettings(new FramingState($framing, true), $finish->with(mask: new PaintedMask([new BrushStroke([[0.5, 0.25]], 0.125)])));
        $product = new ProductSettings(new FramingState($framing, true), true, 3.5, UpscalePolicy::KeepAdequate, new UpscaleSettings(UpscaleMethod::Mending, 25), $finish);
        $region = new UpscaleRegion(new UpscaleSettings(UpscaleMethod::Drawn), new PaintedMask([new BrushStroke([[0.5, 0.25]], 0.125)]));
        $marks = (new PaintedMask([new BrushStroke([[0.5, 0.25]], 0.125)]))->on(new FractionBox(0.1, 0, 0.8, 1));
        $artwork = new ArtworkSettings(new UpscaleSettings(UpscaleMethod::Faithful), $region->with($marks), $finish->with(mask: $marks));
        $this->artwork->settleFamily('2-3', $family);
        $this->artwork->settleProduct('4x6', $product);
        $this->artwork->settle($artwork);
        $this->entities()->flush();
        $again = $this->again($this->shelved)->artworks()[0];
        self::assertEquals([$family, $product, $artwork], [$again->ofFamily('2-3'), $again->ofProduct('4x6'), $again->settings()]);
        self::assertEquals([new FamilySettings(), new ProductSettings()], [$again->ofFamily('1-1'), $again->ofProduct('12x12')], 'nobody asked for anything there');
        self::assertEquals(new Framing(), Framing::fromRecord(JsonReader::of([], 'a framing of an older edition')));
    }

    public function test_a_family_shares_its_framing_until_a_product_leaves(): void
    {
        $zoomed = static fn (float $zoom): FramingState => new FramingState(new Framing(position: new CropPosition(0.5, 0.5, $zoom)));
        $this->artwork->settleFamily('2-3', new FamilySettings($zoomed(2)));
        self::assertSame([2, 2, 1], $this->zooms());
        $this->artwork->settleProduct('12x18', new ProductSettings($zoomed(3)));
        self::assertSame([2, 3, 1], $this->zooms());
        $this->artwork->settleProduct('12x18', (new ProductSettings($zoomed(3)))->framedAs(null));
        self::assertSame([2, 2, 1], $this->zooms(), 'what it had alone counts no more');
    }

    public function test_what_concerns_one_product_stays_with_it(): void
    {
        $this->artwork->settleProduct('12x18', new ProductSettings(excluded: true, limit: 2.0));
        $placed = $this->placed();
        self::assertSame([false, true, false], array_map(static fn ($one): bool => $one->isExcluded(), array_values($placed)));
        $usual = $this->artwork->kind()->usualLimit();
        self::assertSame([$usual, 2.0, $usual], array_map(static fn ($one): float => $one->placement->limit, array_values($placed)));
    }

    public function test_keep_boxes_hold_on_every_product(): void
    {
        $this->artwork->keep([new FractionBox(0.8, 0.1, 0.2, 0.8)]);
        foreach ($this->placed() as $one) {
            self::assertTrue($one->placement->keepsBox);
            self::assertSame(900, $one->placement->crop->x + $one->placement->crop->width);
        }
    }

    /** @return iterable<string, array{string, string, \Closure(FamilySettings, ProductSettings): bool}> act, value, and what is so afterwards */
    public static function acts(): iterable
    {
        $framing = static fn (FamilySettings $family): Framing => $family->framing->framing;
        yield 'way up' => ['orientation', 'portrait', static fn (FamilySettings $family): bool => OrientationRule::Portrait === $framing($family)->orientation && null === $framing($family)->position];
        yield 'sits' => ['sits', 'whole', static fn (FamilySettings $family): bool => FitMode::Whole === $framing($family)->fitMode];
        yield 'looks right' => ['looks-right', '', static fn (FamilySettings $family): bool => $family->framing->lookedAt];
        yield 'limit' => ['limit', '3', static fn (FamilySettings $family, ProductSettings $product): bool => 3.0 === $product->limit];
        yield 'limit beyond the extreme' => ['limit', '99', static fn (FamilySettings $family, ProductSettings $product): bool => 16.0 === $product->limit];
        yield 'usual limit' => ['limit', 'usual', static fn (FamilySettings $family, ProductSettings $product): bool => null === $product->limit];
        yield 'leave adequate ones' => ['enlarge', 'keep-adequate', static fn (FamilySettings $family, ProductSettings $product): bool => UpscalePolicy::KeepAdequate === $product->policy];
        yield 'leave out' => ['leave-out', '', static fn (FamilySettings $family, ProductSettings $product): bool => $product->excluded];
        yield 'reset' => ['reset', '', static fn (FamilySettings $family, ProductSettings $product): bool => null === $framing($family)->position && null === $product->limit];
    }

    /** A selection of which a part is not there was made on another state than this one: none of it is acted on. */
    #[TestWith(['nothing'])]
    #[TestWith(['a0'])]
    public function test_an_act_on_what_is_not_there_is_refused_as_a_whole(string $product): void
    {
        $id = $this->artwork->id();
        foreach (["$id:$product", '9999:4x6', 'nonsense'] as $cell) {
            try {
                $this->service(SheetActs::class)->apply($this->shelved, 'leave-out', '', ["$id:4x6", $cell]);
                self::fail($cell);
            } catch (StaleAct) {
                self::assertFalse($this->artwork->ofProduct('4x6')->excluded);
            }
        }
    }

    /** @param \Closure(FamilySettings, ProductSettings): bool $isSo */
    #[DataProvider('acts')]
    public function test_an_act_on_many_reaches_each_and_is_taken_back_as_one(string $act, string $value, \Closure $isSo): void
    {
        $before = new FamilySettings(new FramingState(new Framing(position: new CropPosition(0.3, 0.3, 2))));
        $this->artwork->settleFamily('2-3', $before);
        $this->artwork->settleProduct('4x6', new ProductSettings(limit: 2.0));
        $this->entities()->flush();
        $id = $this->artwork->id();
        self::assertTrue($this->service(SheetActs::class)->apply($this->shelved, $act, $value, ["$id:4x6", "$id:12x18"]));
        self::assertTrue($isSo($this->artwork->ofFamily('2-3'), $this->artwork->ofProduct('4x6')));
        self::assertEquals(new FamilySettings(), $this->artwork->ofFamily('1-1'), 'what was not chosen is as it was');
        $this->history()->undo($this->shelved);
        self::assertEquals([$before, 2.0], [$this->artwork->ofFamily('2-3'), $this->artwork->ofProduct('4x6')->limit]);
    }

    public function test_a_product_that_left_its_family_comes_back_when_it_is_reset(): void
    {
        $family = new FamilySettings(new FramingState(new Framing(position: new CropPosition(0.3, 0.3, 2))));
        $this->artwork->settleFamily('2-3', $family);
        $this->artwork->settleProduct('4x6', new ProductSettings(new FramingState(), limit: 2.0));
        $this->entities()->flush();
        $this->service(SheetActs::class)->apply($this->shelved, 'reset', '', [$this->artwork->id().':4x6']);
        self::assertEquals([$family, new ProductSettings()], [$this->artwork->ofFamily('2-3'), $this->artwork->ofProduct('4x6')]);
    }

    public function test_a_framing_is_copied_without_what_concerns_the_other_product(): void
    {
        $model = new Framing(position: new CropPosition(0.1, 0.9, 4), transform: new ImageTransform(flip: true));
        $this->artwork->settleFamily('1-1', new FamilySettings(new FramingState($model, true)));
        $this->artwork->settleProduct('12x18', new ProductSettings(excluded: true));
        $this->entities()->flush();
        $id = $this->artwork->id();
        $this->service(SheetActs::class)->apply($this->shelved, 'copy', "$id:12x12", ["$id:12x18"]);
        self::assertEquals(new FramingState($model, true), $this->artwork->ofFamily('2-3')->framing);
        self::assertTrue($this->artwork->ofProduct('12x18')->excluded);
    }

    public function test_an_act_that_is_none_changes_nothing(): void
    {
        self::assertFalse($this->service(SheetActs::class)->apply($this->shelved, 'frobnicate', '', [$this->artwork->id().':4x6']));
        self::assertFalse($this->service(SheetActs::class)->apply($this->shelved, 'copy', '99:none', [$this->artwork->id().':4x6']));
        self::assertNull($this->service(UndoEntryRepository::class)->lastDone($this->shelved));
    }

    /** @return array<string, \Snugfit\Shop\PlannedPlacement> */
    private function placed(): array
    {
        $placed = [];
        foreach (['4x6', '12x18', '12x12'] as $code) {
            $product = $this->service(ProductRepository::class)->byCode($code)?->product() ?? throw new \LogicException();
            $placed[$code] = $this->service(BatchPlanner::class)->place($this->artwork, $product);
        }

        return $placed;
    }

    /** @return list<int> how far each product is zoomed in: its crop's height against the picture's */
    private function zooms(): array
    {
        return array_map(static fn ($one): int => (int) round(600 / $one->placement->crop->height), array_values($this->placed()));
    }
}
