<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** An image's samples counted with: one by one, with those of another image, or with their neighbours'. */
trait Arithmetic
{
    /** VIPS_PRECISION_FLOAT. */
    private const PRECISION_FLOAT = 1;

    /** VIPS_OPERATION_MATH2_POW. */
    private const POWER = 0;

    /** VIPS_OPERATION_MATH2_ATAN2. */
    private const ARC_TANGENT = 2;

    /** VIPS_OPERATION_RELATIONAL_LESS and _MORE. */
    private const LESS = 2;
    private const MORE = 4;

    public function blur(float $sigma): self
    {
        return $this->then('gaussblur', [$sigma]);
    }

    /** The same to within a thousandth, for measuring. */
    public function blurExactly(float $sigma): self
    {
        return $this->then('gaussblur', [$sigma], ['precision' => self::PRECISION_FLOAT, 'min-ampl' => 0.002]);
    }

    public function raisedTo(float $power): self
    {
        return $this->then('math2_const1', [self::POWER, $power]);
    }

    /** The angle of (other, this), in radians, counted from the other's direction. */
    public function angleOver(self $other): self
    {
        return self::make(
            'math2',
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_math2(
                $this->pointer,
                $other->pointer,
                $out,
                self::ARC_TANGENT,
                ...$tail,
            ),
            [],
        )->linear(\M_PI / 180, 0.0);
    }

    public function plus(self $other): self
    {
        return $this->with('add', $other);
    }

    public function minus(self $other): self
    {
        return $this->with('subtract', $other);
    }

    public function multipliedBy(self $other): self
    {
        return $this->with('multiply', $other);
    }

    public function dividedBy(self $other): self
    {
        return $this->with('divide', $other);
    }

    /** 255 where a sample is more than a value, 0 elsewhere. */
    public function isMoreThan(float $value): self
    {
        return $this->then('relational_const1', [self::MORE, $value]);
    }

    /** 255 where a sample is less than a value, 0 elsewhere. */
    public function isLessThan(float $value): self
    {
        return $this->then('relational_const1', [self::LESS, $value]);
    }

    /** For each sample, the one of this rank (from 0) in the square round it: the smallest, the middle or the largest. */
    public function ranked(int $side, int $rank): self
    {
        return $this->then('rank', [$side, $side, $rank]);
    }

    /** The sample where it is over 0, and 0 elsewhere. */
    public function positivePart(): self
    {
        return $this->multipliedBy($this->isMoreThan(0.0)->linear(1 / 255, 0.0));
    }

    /** The mean of a square of so many samples round each. */
    public function boxMean(int $radius): self
    {
        $side = 2 * $radius + 1;
        $mask = self::matrix([array_fill(0, $side, 1 / $side)]);

        return self::make(
            'convsep',
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_convsep($this->pointer, $out, $mask->pointer, ...$tail),
            [],
        );
    }

    /**
     * Each band so many times, and so much more.
     *
     * @param list<array{float, float}> $lines for each band
     */
    public function linearByBand(array $lines): self
    {
        $vips = Vips::library();
        $count = \count($lines);
        [$times, $more] = [$vips->new("double[$count]"), $vips->new("double[$count]")];
        foreach ($lines as $i => [$a, $b]) {
            [$times[$i], $more[$i]] = [$a, $b];
        }

        return $this->then('linear', [$times, $more, $count]);
    }

    /** The squares of how far every pixel's colour is off that of the one at a place, over all bands together. */
    public function squaresOff(int $x, int $y): self
    {
        $colour = $this->crop(new PixelWindow($x, $y, 1, 1))->values();
        $off = $this->linearByBand(array_map(static fn (int|float $level): array => [1.0, -(float) $level], $colour));

        return $off->multipliedBy($off)->bandSum();
    }

    /** All bands added up. */
    public function bandSum(): self
    {
        return $this->recombined([array_fill(0, $this->bands(), 1.0)]);
    }

    /** Every sample so many times, and so much more. */
    public function linear(float $times, float $more): self
    {
        return $this->then('linear1', [$times, $more]);
    }

    /** Sample by sample, both images' together. */
    private function with(string $operation, self $other): self
    {
        return self::make(
            $operation,
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->{"vips_{$operation}"}(
                $this->pointer,
                $other->pointer,
                $out,
                ...$tail,
            ),
            [],
        );
    }

    /**
     * Every band of the result is a sum of all bands, each so many times.
     *
     * @param non-empty-list<list<float>> $rows for each new band, how often each old one is taken
     */
    public function recombined(array $rows): self
    {
        $matrix = self::matrix($rows);

        return self::make(
            'recomb',
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_recomb($this->pointer, $out, $matrix->pointer, ...$tail),
            [],
        );
    }

    /** @param non-empty-list<list<float>> $rows */
    private static function matrix(array $rows): self
    {
        return self::ofBytes(
            pack('e*', ...array_merge(...$rows)),
            new PixelSize(max(1, \count($rows[0])), \count($rows)),
            1,
            Interpretation::Multiband,
            BandFormat::Double,
        );
    }

    /** 255 where it is more than so many levels over another image of its size, 0 elsewhere. */
    public function isOver(self $other, float $levels): self
    {
        return $this->minus($other)->then('relational_const1', [self::MORE, $levels]);
    }

    /** Rounded to the nearest whole number, then stored in another form. */
    public function roundTo(BandFormat $format): self
    {
        return $this->then('rint')->cast($format);
    }

    public function cast(BandFormat $format): self
    {
        return $format === $this->format() ? $this : $this->then('cast', [$format->value]);
    }

    /** Sixteen bits to eight or back, scaled. */
    public function rescaleTo(BandFormat $format): self
    {
        return $this->then('cast', [$format->value], ['shift' => 1]);
    }
}
