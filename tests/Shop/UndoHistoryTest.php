<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Repository\UndoEntryRepository;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Settings\ProductSettings;
use Snugfit\Shop\Undo\ArtworkSettingsChange;
use Snugfit\Shop\Undo\BatchNameChange;
use Snugfit\Shop\Undo\BatchSettingsChange;
use Snugfit\Shop\Undo\DismissedWarningsChange;
use Snugfit\Shop\Undo\FamilySettingsChange;
use Snugfit\Shop\Undo\KeepBoxesChange;
use Snugfit\Shop\Undo\KindChange;
use Snugfit\Shop\Undo\ProductChoiceChange;
use Snugfit\Shop\Undo\ProductSettingsChange;
use Snugfit\Shop\Undo\ReferenceChange;
use Snugfit\Shop\Undo\RemovalChange;

/** Every act can be taken back and done again, also after the program was closed in between. */
final class UndoHistoryTest extends ShopTestCase
{
    public function test_every_kind_of_act_is_taken_back_and_done_again(): void
    {
        $batch = $this->batch(['a4']);
        $artwork = $this->give($batch, 'flags.png', 600, 400);
        $framing = new FramingState(new Framing(OrientationRule::Landscape, new CropPosition(0.25, 0.5, 2.0)), true);
        $family = new FamilySettings($framing, new FinishSettings(toneLimits: new ToneLimits(1, 2)));
        $product = new ProductSettings($framing, true, 2.5, UpscalePolicy::KeepAdequate, new UpscaleSettings(UpscaleMethod::Mitchell));
        $settings = new ArtworkSettings(new UpscaleSettings(UpscaleMethod::Mending, 50), null, new FinishSettings(toneLimits: new ToneLimits(0, 2)));
        $boxes = [new FractionBox(0.1, 0.2, 0.3, 0.4), new FractionBox(0.5, 0.5, 0.25, 0.25)];
        $reference = ReferenceImage::of('large.png', str_repeat('ab', 32), new PixelSize(1200, 800), new PixelSize(600, 400));
        $ofBatch = new BatchSettings(new FinishSettings(toneLimits: new ToneLimits(2, 2)), new NameTemplate('{artwork}'), '0f5c63', true);
        $acts = [
            'kind' => KindChange::of($artwork, Kind::PixelArt),
            'family' => FamilySettingsChange::of($artwork, '1-1', $family),
            'product' => ProductSettingsChange::of($artwork, 'a4', $product),
            'artwork' => ArtworkSettingsChange::of($artwork, $settings),
            'keep' => KeepBoxesChange::of($artwork, $boxes),
            'dismissed' => DismissedWarningsChange::of($artwork, ['soft', 'alike']),
            'removed' => RemovalChange::of($artwork, true),
            'reference' => ReferenceChange::of($artwork, $reference),
            'products' => ProductChoiceChange::of($batch, ['a3', 'mug']),
            'name' => BatchNameChange::of($batch, 'Another name'),
            'settings' => BatchSettingsChange::of($batch, $ofBatch),
        ];
        $state = static fn (Batch $batch, BatchArtwork $artwork): array => [
            $artwork->correctedKind(), $artwork->ofFamily('1-1'), $artwork->ofProduct('a4'), $artwork->settings(), $artwork->keepBoxes(),
            $artwork->dismissed(), $artwork->isRemoved(), $artwork->reference(), $batch->productCodes(), $batch->name(), $batch->settings(),
        ];
        $before = $state($batch, $artwork);
        foreach ($acts as $what => $change) {
            $this->history()->apply($batch, 'Did '.$what, $change);
        }
        $after = $state($batch, $artwork);
        $wanted = [Kind::PixelArt, $family, $product, $settings, $boxes, ['soft', 'alike'], true, $reference, ['a3', 'mug'], 'Another name', $ofBatch];
        self::assertEquals($wanted, $after);

        [$batch, $artwork] = $this->stored($batch, $artwork);
        foreach (array_reverse(array_keys($acts)) as $what) {
            self::assertSame('Did '.$what, $this->history()->undo($batch));
        }
        self::assertEquals($before, $state($batch, $artwork));
        self::assertNull($this->history()->undo($batch));

        [$batch, $artwork] = $this->stored($batch, $artwork);
        foreach (array_keys($acts) as $what) {
            self::assertSame('Did '.$what, $this->history()->redo($batch));
        }
        self::assertEquals($after, $state($batch, $artwork));
        self::assertNull($this->history()->redo($batch));
    }

    /** @return array{Batch, BatchArtwork} as they are stored now, read afresh */
    private function stored(Batch $batch, BatchArtwork $artwork): array
    {
        $batch = $this->again($batch);

        return [$batch, $batch->artwork($artwork->id())];
    }

    public function test_acts_on_many_things_are_taken_back_as_one(): void
    {
        $batch = $this->batch();
        $one = $this->give($batch, 'one.png', 60, 40);
        $other = $this->give($batch, 'other.png', 61, 40);
        $this->history()->apply($batch, 'Removed 2', RemovalChange::of($one, true), RemovalChange::of($other, true));
        self::assertSame([], $batch->artworks());
        $this->history()->undo($batch);
        self::assertSame([$one, $other], $batch->artworks());
    }

    public function test_what_was_taken_back_is_gone_once_something_else_is_done(): void
    {
        $batch = $this->batch([], 'First');
        $this->history()->apply($batch, 'Second', BatchNameChange::of($batch, 'Second'));
        $this->history()->undo($batch);
        $this->history()->apply($batch, 'Third', BatchNameChange::of($batch, 'Third'));
        self::assertNull($this->history()->redo($batch));
        self::assertSame('Third', $batch->name());
        $this->history()->undo($batch);
        self::assertSame('First', $batch->name());
    }

    public function test_an_act_that_changes_nothing_is_not_noted(): void
    {
        $batch = $this->batch(['a4']);
        $this->history()->apply($batch, 'Chose the same', ProductChoiceChange::of($batch, ['a4']));
        self::assertNull($this->service(UndoEntryRepository::class)->lastDone($batch));
    }

    public function test_nothing_of_another_batch_can_be_changed(): void
    {
        $artwork = $this->give($this->batch(), 'one.png', 60, 40);
        $this->expectException(\LogicException::class);
        $this->history()->apply($this->batch(), 'Removed', RemovalChange::of($artwork, true));
    }
}
