<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** How like two pictures of one size are, by their luma (Rec. 601), without the pixels at the border. */
final readonly class Likeness
{
    /** Pixels at the border that kernels make up. */
    private const BORDER = 4;

    /** Wang, Bovik, Sheikh, Simoncelli 2004: a Gaussian window of 1.5 px, K1 = 0.01, K2 = 0.03. */
    private const WINDOW = 1.5;
    private const C1 = (0.01 * 255) ** 2;
    private const C2 = (0.03 * 255) ** 2;

    private function __construct(
        /** Peak signal to noise ratio in decibels; infinite for the same picture. */
        public float $psnr,
        /** Structural similarity, 1 for the same picture. */
        public float $ssim,
    ) {
    }

    /** Both sRGB, 8 bits, without alpha. */
    public static function between(Image $one, Image $other): self
    {
        [$a, $b] = [self::luma($one), self::luma($other)];
        $square = $a->minus($b)->raisedTo(2.0)->average();

        return new self($square > 0 ? 10 * log10(255 ** 2 / $square) : \INF, self::ssim($a, $b));
    }

    private static function luma(Image $picture): Image
    {
        $size = $picture->size();
        $inner = $picture->crop(new PixelWindow(self::BORDER, self::BORDER, $size->width - 2 * self::BORDER, $size->height - 2 * self::BORDER));
        $colour = $inner->bands() < 3 ? $inner->colourspace(Interpretation::Srgb) : $inner;

        return $colour->extractBands(0, 3)->cast(BandFormat::Float)->recombined([Sharpening::BRIGHTNESS])->held();
    }

    private static function ssim(Image $a, Image $b): float
    {
        $mean = static fn (Image $image): Image => $image->blurExactly(self::WINDOW)->held();
        [$meanA, $meanB] = [$mean($a), $mean($b)];
        [$squareA, $squareB, $both] = [$meanA->multipliedBy($meanA), $meanB->multipliedBy($meanB), $meanA->multipliedBy($meanB)];
        $varianceA = $mean($a->multipliedBy($a))->minus($squareA);
        $varianceB = $mean($b->multipliedBy($b))->minus($squareB);
        $together = $mean($a->multipliedBy($b))->minus($both);

        return $both->linear(2, self::C1)->multipliedBy($together->linear(2, self::C2))
            ->dividedBy($squareA->plus($squareB)->linear(1, self::C1)->multipliedBy($varianceA->plus($varianceB)->linear(1, self::C2)))
            ->average();
    }
}
