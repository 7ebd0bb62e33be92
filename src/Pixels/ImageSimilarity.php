<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\TileGrid;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** How like two pictures of one size are, by their luma (Rec. 601), without the pixels at the border. */
final readonly class ImageSimilarity
{
    /** Pixels at the border that kernels make up. */
    private const BORDER = 4;

    /** Wang, Bovik, Sheikh, Simoncelli 2004: a Gaussian window of 1.5 px, K1 = 0.01, K2 = 0.03. */
    private const WINDOW = 1.5;
    private const C1 = (0.01 * 255) ** 2;
    private const C2 = (0.03 * 255) ** 2;

    /** Pictures are gone through in squares of this side, so that memory stays bounded, with what a window's edge looks at round them. */
    private const SQUARE = 1024;
    private const AROUND = 10;

    private function __construct(
        /** Peak signal to noise ratio in decibels; infinite for the same picture. */
        public float $psnr,
        /** Structural similarity, 1 for the same picture. */
        public float $ssim,
    ) {
    }

    /** Both sRGB, 8 bits, without alpha, of one size. */
    public static function between(Image $one, Image $other, int $square = self::SQUARE): self
    {
        $size = $one->size();
        $inner = new PixelSize($size->width - 2 * self::BORDER, $size->height - 2 * self::BORDER);
        [$squares, $similar] = [0.0, 0.0];
        $tiles = new TileGrid($inner, $square);
        for ($i = 0; $i < $tiles->count(); ++$i) {
            $tile = $tiles->window($i);
            $wide = $tile->widenedIn($inner, self::AROUND);
            [$a, $b] = [self::luma($one, $wide), self::luma($other, $wide)];
            $here = new PixelWindow($tile->x - $wide->x, $tile->y - $wide->y, $tile->width, $tile->height);
            $share = $tile->size()->pixels() / $inner->pixels();
            $squares += $share * $a->minus($b)->raisedTo(2.0)->crop($here)->average();
            $similar += $share * self::similarity($a, $b)->crop($here)->average();
        }

        return new self($squares > 0 ? 10 * log10(255 ** 2 / $squares) : \INF, $similar);
    }

    /** Mean square of luma's differences alone, in levels; for pictures that are held whole. */
    public static function squares(Image $one, Image $other): float
    {
        $size = $one->size();
        $all = new PixelWindow(0, 0, $size->width - 2 * self::BORDER, $size->height - 2 * self::BORDER);

        return self::luma($one, $all)->minus(self::luma($other, $all))->raisedTo(2.0)->average();
    }

    /** @return array{psnr: ?float, ssim: float} psnr null where there is no difference at all */
    public function toArray(): array
    {
        return ['psnr' => is_finite($this->psnr) ? $this->psnr : null, 'ssim' => $this->ssim];
    }

    /** @param PixelWindow $window of the picture without its border */
    private static function luma(Image $picture, PixelWindow $window): Image
    {
        $part = $picture->crop(new PixelWindow($window->x + self::BORDER, $window->y + self::BORDER, $window->width, $window->height));
        $colour = $part->bands() < 3 ? $part->colourspace(Interpretation::Srgb) : $part;

        return $colour->extractBands(0, 3)->cast(BandFormat::Float)->recombined([Sharpening::BRIGHTNESS])->copyToMemory();
    }

    private static function similarity(Image $a, Image $b): Image
    {
        $mean = static fn (Image $image): Image => $image->blurExactly(self::WINDOW)->copyToMemory();
        [$meanA, $meanB] = [$mean($a), $mean($b)];
        [$squareA, $squareB, $both] = [$meanA->multipliedBy($meanA), $meanB->multipliedBy($meanB), $meanA->multipliedBy($meanB)];
        $varianceA = $mean($a->multipliedBy($a))->minus($squareA);
        $varianceB = $mean($b->multipliedBy($b))->minus($squareB);
        $together = $mean($a->multipliedBy($b))->minus($both);

        return $both->linear(2, self::C1)->multipliedBy($together->linear(2, self::C2))
            ->dividedBy($squareA->plus($squareB)->linear(1, self::C1)->multipliedBy($varianceA->plus($varianceB)->linear(1, self::C2)));
    }
}
