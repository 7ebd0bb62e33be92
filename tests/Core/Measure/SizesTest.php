<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Measure;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;

final class SizesTest extends TestCase
{
    /** @return iterable<array{string, float, float}> what is written, width and height in mm */
    public static function printSizes(): iterable
    {
        yield ['20x30in', 508.0, 762.0];
        yield ['210 × 297 mm', 210.0, 297.0];
        yield ['8.5x11"', 215.9, 279.4];
        yield ['8.5"x11"', 215.9, 279.4];
        yield ['1in x 20mm', 25.4, 20.0];
        yield ['21 X 29,7 cm', 210.0, 297.0];
    }

    #[DataProvider('printSizes')]
    public function test_print_sizes_are_read_as_people_write_them(string $text, float $width, float $height): void
    {
        $size = PrintSize::parse($text);
        self::assertEqualsWithDelta([$width, $height], [$size->width->inMillimetres(), $size->height->inMillimetres()], 1e-9);
    }

    public function test_a_bare_size_takes_the_persons_unit(): void
    {
        self::assertTrue(PrintSize::parse('20 x 30', Unit::Centimetre)->width->equals(PrintSize::millimetres(200, 300)->width));
    }

    /** @return iterable<array{string}> */
    public static function noPrintSizes(): iterable
    {
        yield from [['20'], ['20x30'], ['0x30in'], ['20x30x40in'], ['20x30px'], ['axbin'], ['']];
    }

    #[DataProvider('noPrintSizes')]
    public function test_what_is_no_print_size_is_refused(string $text): void
    {
        $this->expectException(UnreadableMeasure::class);
        PrintSize::parse($text);
    }

    /** @return iterable<array{PrintSize, float, int, int}> check values, common practice */
    public static function checkValues(): iterable
    {
        yield 'A4 at 300' => [PrintSize::millimetres(210, 297), 300, 2480, 3508];
        yield 'A4 at 50' => [PrintSize::millimetres(210, 297), 50, 413, 585];
        yield 'letter at 300' => [PrintSize::inches(8.5, 11), 300, 2550, 3300];
        yield 'tabloid at 300' => [PrintSize::inches(11, 17), 300, 3300, 5100];
        yield 'apparel front at 300' => [PrintSize::inches(15, 18), 300, 4500, 5400];
        yield '20 × 30 in at 350' => [PrintSize::inches(20, 30), 350, 7000, 10500];
        yield '5.5 × 8.3 in at 72' => [PrintSize::inches(5.5, 8.3), 72, 396, 598];
    }

    #[DataProvider('checkValues')]
    public function test_pixels_of_a_print(PrintSize $size, float $ppi, int $width, int $height): void
    {
        self::assertEquals(new PixelSize($width, $height), $size->pixelsAt(Ppi::of($ppi)));
    }

    public function test_pixel_sizes_are_read_and_nothing_else(): void
    {
        self::assertEquals(new PixelSize(1024, 1536), PixelSize::parse('1024 × 1536 px'));
        foreach (['1024', '0x10', '10x0', '-1x10', '1.5x2', '99999999x1', '10x10in'] as $text) {
            try {
                PixelSize::parse($text);
                self::fail($text.' was read as a size in pixels.');
            } catch (UnreadableMeasure $e) {
                self::assertStringContainsString($text, $e->getMessage());
            }
        }
    }

    public function test_a_keep_box_lies_inside_the_picture_and_is_never_empty(): void
    {
        $picture = new PixelSize(1000, 10);
        self::assertEquals(new PixelWindow(100, 2, 300, 5), FractionBox::parse('0.1, 0.2, 0.3, 0.5')->inPixelsOf($picture));
        self::assertEquals(new PixelWindow(999, 9, 1, 1), (new FractionBox(0.9999, 0.99, 0.0001, 0.001))->inPixelsOf($picture));
        foreach (['0.5,0.5,0.6,0.1', '-0.1,0,1,1', '0,0,0,1', '1,2,3', 'a,b,c,d', '0,0,1,1,1'] as $text) {
            try {
                FractionBox::parse($text);
                self::fail($text.' was read as a box.');
            } catch (UnreadableMeasure $e) {
                self::assertStringContainsString('is not a box inside the picture', $e->getMessage());
            }
        }
    }
}
