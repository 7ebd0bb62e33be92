<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Measure;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Measure\UnreadableMeasure;

final class LengthTest extends TestCase
{
    public function test_an_inch_is_25_4_mm_and_72_points(): void
    {
        // International yard and pound agreement, 1959.
        self::assertSame(25.4, Length::inches(1)->inMillimetres());
        self::assertSame(72.0, Length::inches(1)->in(Unit::Point));
        self::assertTrue(Length::parse('2.54cm')->equals(Length::inches(1)));
    }

    /** @return iterable<array{string, float}> what is written, millimetres */
    public static function writings(): iterable
    {
        yield ['3mm', 3.0];
        yield ['0.125 in', 3.175];
        yield ['2,1 cm', 21.0];
        yield ['12"', 304.8];
        yield ['9pt', 3.175];
        yield ['8.5″', 215.9];
        yield [' .5IN ', 12.7];
    }

    #[DataProvider('writings')]
    public function test_lengths_are_read_as_people_write_them(string $text, float $millimetres): void
    {
        self::assertEqualsWithDelta($millimetres, Length::parse($text)->inMillimetres(), 1e-9);
    }

    /** @return iterable<array{string}> */
    public static function nonsense(): iterable
    {
        yield from [[''], ['mm'], ['3'], ['-3mm'], ['3 feet'], ['1e9in'], ['3mm; rm'], ['999999999in'], ['NaNin']];
    }

    #[DataProvider('nonsense')]
    public function test_what_is_no_length_is_refused(string $text): void
    {
        $this->expectException(UnreadableMeasure::class);
        Length::parse($text);
    }

    public function test_pixels_round_half_away_from_zero(): void
    {
        self::assertSame(3, Length::inches(2.5)->pixelsAt(Ppi::of(1)));
        self::assertSame(2480, Length::millimetres(210)->pixelsAt(Ppi::of(300)));
        self::assertSame(585, Length::millimetres(297)->pixelsAt(Ppi::of(50)));
    }

    public function test_what_a_form_shows_parses_to_the_same_length(): void
    {
        foreach ([Length::millimetres(210), Length::inches(8.5), Length::inches(0.0625), Length::parse('7pt'), Length::millimetres(0.01), Length::inches(1 / 3)] as $length) {
            foreach ([Unit::Inch, Unit::Millimetre, Unit::Centimetre] as $unit) {
                self::assertTrue(Length::parse($length->written($unit))->equals($length), $length->written($unit));
            }
        }
    }

    public function test_the_eye_resolves_286_ppi_at_12_inches(): void
    {
        // One arc minute (ISO 8596, from memory): 1 / tan(1/60 degree).
        self::assertEqualsWithDelta(1 / tan(deg2rad(1 / 60)), Ppi::resolvedAt(Length::inches(1))->value, 0.5);
        self::assertSame(287.0, round(Ppi::resolvedAt(Length::inches(12))->value));
    }
}
