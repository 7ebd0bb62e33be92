<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Shop\Entity\FramingMemo;

/** Every act can be taken back and done again, also after the program was closed in between. */
final class UndoHistoryTest extends ShopTestCase
{
    public function test_every_kind_of_act_is_taken_back_and_done_again(): void
    {
        $batch = $this->batch(['a4']);
        $artwork = $this->give($batch, 'flags.png', 600, 400);
        $framing = new FramingMemo(OrientationRule::Landscape, new CropPosition(0.25, 0.5, 2.0), true, true);
        $acts = [
            'kind:'.$artwork->id() => ['kind' => Kind::PixelArt->value],
            'framing:'.$artwork->id().':a4' => $framing->toArray(),
            'keep:'.$artwork->id() => ['boxes' => [[0.1, 0.2, 0.3, 0.4], [0.5, 0.5, 0.25, 0.25]]],
            'dismissed:'.$artwork->id() => ['codes' => ['soft', 'alike']],
            'removed:'.$artwork->id() => ['removed' => true],
            'products' => ['codes' => ['a3', 'mug']],
            'name' => ['name' => 'Another name'],
        ];
        $state = static fn (): array => [$artwork->correctedKind(), $artwork->memo('a4'), \count($artwork->keepBoxes()), $artwork->dismissed(), $artwork->isRemoved(), $batch->productCodes(), $batch->name()];
        $before = $state();
        foreach ($acts as $subject => $after) {
            $this->journal()->apply($batch, 'Did '.$subject, [$subject => $after]);
        }
        $after = $state();
        self::assertEquals([Kind::PixelArt, $framing, 2, ['soft', 'alike'], true, ['a3', 'mug'], 'Another name'], $after);

        foreach (array_reverse(array_keys($acts)) as $subject) {
            self::assertSame('Did '.$subject, $this->journal()->undo($batch));
            $this->entities()->refresh($batch);
            $this->entities()->refresh($artwork);
        }
        self::assertEquals($before, $state());
        self::assertNull($this->journal()->undo($batch));

        foreach (array_keys($acts) as $subject) {
            self::assertSame('Did '.$subject, $this->journal()->redo($batch));
        }
        self::assertEquals($after, $state());
        self::assertNull($this->journal()->redo($batch));
    }

    public function test_acts_on_many_things_are_taken_back_as_one(): void
    {
        $batch = $this->batch();
        $one = $this->give($batch, 'one.png', 60, 40);
        $other = $this->give($batch, 'other.png', 61, 40);
        $this->journal()->apply($batch, 'Removed 2', ['removed:'.$one->id() => ['removed' => true], 'removed:'.$other->id() => ['removed' => true]]);
        self::assertSame([], $batch->artworks());
        $this->journal()->undo($batch);
        self::assertSame([$one, $other], $batch->artworks());
    }

    public function test_what_was_taken_back_is_gone_once_something_else_is_done(): void
    {
        $batch = $this->batch([], 'First');
        $this->journal()->apply($batch, 'Second', ['name' => ['name' => 'Second']]);
        $this->journal()->undo($batch);
        $this->journal()->apply($batch, 'Third', ['name' => ['name' => 'Third']]);
        self::assertNull($this->journal()->redo($batch));
        self::assertSame('Third', $batch->name());
        $this->journal()->undo($batch);
        self::assertSame('First', $batch->name());
    }

    public function test_an_act_that_changes_nothing_is_not_noted(): void
    {
        $batch = $this->batch(['a4']);
        $this->journal()->apply($batch, 'Chose the same', ['products' => ['codes' => ['a4']]]);
        self::assertNull($this->journal()->lastDone($batch));
    }

    public function test_nothing_of_another_batch_can_be_changed(): void
    {
        $artwork = $this->give($this->batch(), 'one.png', 60, 40);
        $this->expectException(\LogicException::class);
        $this->journal()->apply($this->batch(), 'Removed', ['removed:'.$artwork->id() => ['removed' => true]]);
    }
}
