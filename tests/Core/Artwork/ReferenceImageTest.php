<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Artwork;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Artwork\UnsuitableReferenceImage;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\ReferencePrint;

/** The same picture at its full size: what can be one, and which part of it belongs to a crop of the master. */
final class ReferenceImageTest extends TestCase
{
    /** @return iterable<string, array{Frame, PixelWindow}> */
    public static function frames(): iterable
    {
        $picture = new PixelSize(600, 400);
        yield 'upright' => [new Frame($picture, new PixelWindow(30, 20, 300, 200)), new PixelWindow(120, 80, 1200, 800)];
        yield 'all of it' => [new Frame($picture, PixelWindow::whole($picture)), new PixelWindow(0, 0, 2400, 1600)];
        yield 'turned' => [new Frame($picture, new PixelWindow(10, 50, 380, 500), new ImageTransform(QuarterTurn::Right)), new PixelWindow(40, 200, 1520, 2000)];
        yield 'tilted, never over the edge' => [new Frame($picture, new PixelWindow(200, 100, 200, 150), new ImageTransform(tilt: 5.0)), new PixelWindow(800, 400, 798, 598)];
    }

    #[DataProvider('frames')]
    public function test_the_same_part_is_framed(Frame $frame, PixelWindow $wanted): void
    {
        $reference = ReferenceImage::of('full.png', 'ab', new PixelSize(2400, 1600), new PixelSize(600, 400));
        self::assertEquals(new Frame(new PixelSize(2400, 1600), $wanted, $frame->transform), (new ReferencePrint($reference))->frame($frame));
    }

    public function test_odd_sizes_stay_inside(): void
    {
        $reference = ReferenceImage::of('full.png', 'ab', new PixelSize(1801, 1199), new PixelSize(601, 400));
        $frame = (new ReferencePrint($reference))->frame(new Frame(new PixelSize(601, 400), new PixelWindow(1, 0, 600, 400)));
        self::assertTrue($frame->crop->fitsIn($frame->picture));
        self::assertSame([1801, 1199], [$frame->crop->x + $frame->crop->width, $frame->crop->height]);
    }

    /** @return iterable<string, array{int, int, string}> */
    public static function unsuitable(): iterable
    {
        yield 'another crop' => [1200, 900, 'other proportions'];
        yield 'the same size' => [600, 400, 'no larger'];
        yield 'smaller' => [300, 200, 'no larger'];
        yield 'on its side' => [800, 1200, 'other proportions'];
    }

    #[DataProvider('unsuitable')]
    public function test_what_cannot_be_the_same_picture_is_refused(int $width, int $height, string $why): void
    {
        $this->expectException(UnsuitableReferenceImage::class);
        $this->expectExceptionMessage($why);
        ReferenceImage::of('full.png', 'ab', new PixelSize($width, $height), new PixelSize(600, 400));
    }

    public function test_it_is_kept_and_read_again(): void
    {
        $reference = ReferenceImage::of('full size.tif', str_repeat('ab', 32), new PixelSize(1200, 800), new PixelSize(600, 400));
        self::assertEquals($reference, ReferenceImage::fromRecord(JsonReader::of($reference->toArray(), 'a reference')));
    }
}
