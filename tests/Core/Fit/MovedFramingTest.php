<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Fit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\FitMode;

/** What was framed by hand stays the same part of the master where margins are cut afterwards. */
final class MovedFramingTest extends TestCase
{
    private const WIDTH = 4000;
    private const HEIGHT = 3000;

    #[DataProvider('poses')]
    public function test_the_window_stays_where_it_was_on_the_master(ImageTransform $pose): void
    {
        mt_srand(9);
        for ($i = 0; $i < 40; ++$i) {
            $kept = new FractionBox(mt_rand(0, 15) / 100, mt_rand(0, 15) / 100, mt_rand(80, 85) / 100, mt_rand(80, 85) / 100);
            // Near enough to the middle to lie in what is kept.
            $framing = self::framing($pose, mt_rand(48, 52) / 100, mt_rand(48, 52) / 100, mt_rand(180, 400) / 100, FractionBox::whole());
            $before = $this->window($framing, FractionBox::whole());
            $after = $this->window($framing, $kept);
            $moved = $after->outOf($pose->box($kept));
            foreach ($before->toList() as $side => $value) {
                self::assertEqualsWithDelta($value, $moved->toList()[$side], 0.0016, "side $side of number $i");
            }
            self::assertEquals($before, $this->window($framing, FractionBox::whole()), 'and comes back exactly');
        }
    }

    /** @return iterable<string, array{ImageTransform}> */
    public static function poses(): iterable
    {
        yield 'as it is' => [new ImageTransform()];
        yield 'turned' => [new ImageTransform(QuarterTurn::Right)];
        yield 'mirrored and turned' => [new ImageTransform(QuarterTurn::Left, true)];
        yield 'tilted' => [new ImageTransform(tilt: 4.0)];
    }

    public function test_it_stays_within_what_is_left(): void
    {
        $framing = self::framing(new ImageTransform(), 0.1, 0.1, 1.0, FractionBox::whole());
        self::assertEquals(
            $this->window(self::framing(new ImageTransform(), 0.0, 0.0, 1.0, null), $kept = new FractionBox(0.5, 0.5, 0.4, 0.4)),
            $this->window($framing, $kept),
            'as large as fits, as near as it goes',
        );
    }

    public function test_what_was_framed_before_parts_were_written_down_stays_as_it_is(): void
    {
        $kept = new FractionBox(0.1, 0.2, 0.7, 0.6);
        $written = ['position' => [0.3, 0.4, 1.5]];
        $old = Framing::fromRecord(JsonReader::of($written, 'a framing'));
        self::assertSame([0.3, 0.4, 1.5], $old->toArray()['position']);
        self::assertArrayNotHasKey('part', $old->toArray());
        $placed = (new PlacementPlanner())->plan(new Artwork(new PixelSize(2800, 1800)), Catalogue::standard()->product('8x12'), new PlacementRequest($old, part: $kept));
        self::assertSame([0.3, 0.4, 1.5], [$placed->framing->position?->centreX, $placed->framing->position?->centreY, $placed->framing->position?->zoom]);
        $new = self::framing(new ImageTransform(), 0.3, 0.4, 1.5, $kept);
        self::assertEquals($new, Framing::fromRecord(JsonReader::of($new->toArray(), 'a framing')));
    }

    private static function framing(ImageTransform $pose, float $x, float $y, float $zoom, ?FractionBox $part): Framing
    {
        return new Framing(position: new CropPosition($x, $y, $zoom, $part), transform: $pose, fitMode: FitMode::Fill);
    }

    /** In shares of the picture as it lies, of which $part of the master is left. */
    private function window(Framing $framing, FractionBox $part): FractionBox
    {
        $size = new PixelSize((int) round(self::WIDTH * $part->width), (int) round(self::HEIGHT * $part->height));
        $placed = (new PlacementPlanner())->plan(new Artwork($size), Catalogue::standard()->product('8x12'), new PlacementRequest($framing, part: $part));
        $lies = $framing->transform->size($size);
        $crop = $placed->crop;

        return new FractionBox($crop->x / $lies->width, $crop->y / $lies->height, $crop->width / $lies->width, $crop->height / $lies->height);
    }
}
