<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** What hangs together in an image. */
trait Regions
{
    /** VIPS_COMBINE_MAX and VIPS_COMBINE_SUM. */
    private const HIGHEST = 0;
    private const SUM = 1;

    /** Neither nothing nor all of a mask: a part of it that is told from the rest. */
    private const FLOODED = 128;

    /**
     * Gives all that hangs together with a pixel and has its very value another one. In place: only for an image that copied()
     * made and nobody else looks at.
     *
     * @return PixelWindow where that was
     */
    public function flood(int $x, int $y, int $value): PixelWindow
    {
        $vips = Vips::library();
        $box = array_map(static fn (): \FFI\CData => $vips->new('int[1]'), range(0, 3));
        [$left, $top, $width, $height] = array_map(static fn (\FFI\CData $one): \FFI\CData => \FFI::addr($one[0]), $box);
        $options = ['equal' => 1, 'left' => $left, 'top' => $top, 'width' => $width, 'height' => $height];
        if (0 !== $vips->vips_draw_flood1($this->pointer, (float) $value, $x, $y, ...self::tail($options))) {
            throw VipsFailed::at('draw_flood', Vips::takeError());
        }

        return new PixelWindow($box[0][0], $box[1][0], max(1, $box[2][0]), max(1, $box[3][0]));
    }

    /** @return ?array{int, int} where a pixel of the largest value lies; null where that is 0 */
    public function brightest(): ?array
    {
        $vips = Vips::library();
        [$value, $x, $y] = [$vips->new('double[1]'), $vips->new('int[1]'), $vips->new('int[1]')];
        if (0 !== $vips->vips_max($this->pointer, $value, ...self::tail(['x' => \FFI::addr($x[0]), 'y' => \FFI::addr($y[0])]))) {
            throw VipsFailed::at('max', Vips::takeError());
        }

        return $value[0] > 0 ? [$x[0], $y[0]] : null;
    }

    /** The smallest window round all of a mask that is not 0; null where all of it is. */
    public function extent(): ?PixelWindow
    {
        $vips = Vips::library();
        [$columns, $rows] = [$vips->new('VipsImage*[1]'), $vips->new('VipsImage*[1]')];
        if (0 !== $vips->vips_project($this->pointer, $columns, $rows, null)) {
            throw VipsFailed::at('project', Vips::takeError());
        }
        [$across, $down] = array_map(
            static fn (self $sums): array => array_keys(array_filter($sums->cast(BandFormat::Float)->values())),
            [new self($columns[0]), new self($rows[0])],
        );

        return [] === $across || [] === $down
            ? null
            : new PixelWindow($across[0], $down[0], end($across) - $across[0] + 1, end($down) - $down[0] + 1);
    }

    /** What of a mask hangs together with a place of it. */
    public function partAt(int $x, int $y): self
    {
        $mask = $this->copied();
        $mask->flood($x, $y, self::FLOODED);

        return $mask->isEqualTo(self::FLOODED)->copyToMemory();
    }

    /** What of a mask joins the picture's border. */
    public function joiningBorder(): self
    {
        $size = $this->size();
        $wide = $this->embed(1, 1, new PixelSize($size->width + 2, $size->height + 2), Extend::Background, [255.0])->copied();
        $wide->flood(0, 0, self::FLOODED);

        return $wide->isEqualTo(self::FLOODED)->crop(new PixelWindow(1, 1, $size->width, $size->height))->copyToMemory();
    }

    /** Those parts of a mask of which at least one pixel is in another. */
    public function touching(self $seeds): self
    {
        $numbers = $this->numbered();

        return $this->both($numbers->mappedBy($seeds->gatheredBy($numbers, self::HIGHEST)->cast(BandFormat::Byte)));
    }

    /**
     * The sum of the samples of each part, a pixel a number, from 0 on.
     *
     * @param self $numbers of the parts: numbered()
     */
    public function sumsBy(self $numbers): self
    {
        return $this->gatheredBy($numbers, self::SUM);
    }

    /**
     * The highest sample of each part, a pixel a number, from 0 on.
     *
     * @param self $numbers of the parts: numbered()
     */
    public function highestBy(self $numbers): self
    {
        return $this->gatheredBy($numbers, self::HIGHEST);
    }

    private function gatheredBy(self $numbers, int $how): self
    {
        return self::make(
            'hist_find_indexed',
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_hist_find_indexed(
                $this->pointer,
                $numbers->pointer,
                $out,
                ...$tail,
            ),
            ['combine' => $how],
        );
    }

    /** Of a mask in several bands, what is in all of them. */
    public function inAllBands(): self
    {
        return $this->then('bandand');
    }

    /** Those parts of a mask that have so many pixels. */
    public function ofAtLeast(int $pixels): self
    {
        $numbers = $this->numbered();

        return $this->both($numbers->mappedBy($numbers->then('hist_find')->isMoreThan($pixels - 0.5)));
    }

    /** Each part of a mask, and what lies between them, by a number of its own from 1; what is beyond 65,535 has that. */
    public function numbered(): self
    {
        return $this->then('labelregions')->cast(BandFormat::Short)->copyToMemory();
    }

    /** A mask without so many pixels at its edge; all of them where it ends in a corner. */
    public function eroded(int $pixels): self
    {
        return $this->morphed($pixels, 0);
    }

    /** A mask and so many pixels round it. */
    public function dilated(int $pixels): self
    {
        return $this->morphed($pixels, 1);
    }

    private function morphed(int $pixels, int $how): self
    {
        $square = self::matrix([[255.0, 255.0, 255.0], [255.0, 255.0, 255.0], [255.0, 255.0, 255.0]]);
        $made = $this;
        for ($i = 0; $i < $pixels; ++$i) {
            $made = self::make(
                'morph',
                static fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_morph(
                    $made->pointer,
                    $out,
                    $square->pointer,
                    $how,
                    ...$tail,
                ),
                [],
            );
        }

        return $made;
    }

    /** What a table has for each sample. */
    public function mappedBy(self $table): self
    {
        return self::make(
            'maplut',
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_maplut($this->pointer, $out, $table->pointer, ...$tail),
            [],
        );
    }

    /** 255 where a sample is this value, 0 elsewhere. */
    public function isEqualTo(float $value): self
    {
        return $this->then('relational_const1', [0, $value]);
    }

    /** The larger of two samples: of masks, what either has. */
    public function either(self $other): self
    {
        return $this->with('orimage', $other);
    }

    public function both(self $other): self
    {
        return $this->with('andimage', $other);
    }

    /** Sample by sample, the smaller of two images' floating numbers. */
    public function lesser(self $other): self
    {
        return $this->minus($this->minus($other)->positivePart());
    }

    public function not(): self
    {
        return $this->linear(-1.0, 255.0)->cast(BandFormat::Byte);
    }
}
