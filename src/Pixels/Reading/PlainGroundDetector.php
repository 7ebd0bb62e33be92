<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\PlainGround;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Colour\ColourDistance;
use Snugfit\Pixels\Vips\Image;

/** Finds whether a picture's subject stands on a plain ground, and how far the subject reaches. */
final readonly class PlainGroundDetector
{
    /** Share of the picture's border that is of one colour where a ground is plain: a subject may be cut by the border. */
    private const PLAIN = 0.9;

    /** Levels of 255 that a ground may swing, and that something is off it which stands on it. */
    private const SWING = 10.0;
    private const SUBJECT = 24.0;

    /** The border's depth as a share of the long side. */
    private const BORDER = 0.004;

    /** How opaque something is that is there at all, of 255. */
    private const THERE = 8.0;

    /** @param Image $picture red, green, blue, alpha of 8 bits, sRGB, which may be smaller than the master */
    public function ofTransparent(Image $picture): PlainGround
    {
        $extent = $picture->extractBands(3, 1)->isMoreThan(self::THERE)->extent();

        return null === $extent
            ? PlainGround::transparent()
            : PlainGround::transparent($extent->inFractionsOf($picture->size()), OutlineMeter::measure($picture));
    }

    /** @param Image $picture opaque, of 8 bits, which may be smaller than the master */
    public function find(Image $picture): ?PlainGround
    {
        $border = $this->border($picture);
        $colour = array_map(self::median(...), $border);
        $near = 0;
        foreach (array_keys($border[0]) as $i) {
            $square = 0.0;
            foreach ($colour as $band => $value) {
                $square += ($border[$band][$i] - $value) ** 2;
            }
            $near += (int) ($square <= self::SWING ** 2);
        }
        if ($near < self::PLAIN * \count($border[0])) {
            return null;
        }
        $extent = ColourDistance::squared($picture, $colour)->isMoreThan(self::SUBJECT ** 2)->extent();
        $levels = 1 === \count($colour) ? array_fill(0, 3, $colour[0]) : \array_slice($colour, 0, 3);

        // Where there is nothing but ground there is no design.
        return null === $extent
            ? null
            : new PlainGround(\sprintf('%02x%02x%02x', ...array_map(intval(...), $levels)), $extent->inFractionsOf($picture->size()));
    }

    /** @return non-empty-list<non-empty-list<float>> the samples of the border, band by band */
    private function border(Image $picture): array
    {
        $size = $picture->size();
        $depth = max(1, min((int) round(self::BORDER * $size->longSide()), $size->width, $size->height));
        $samples = array_fill(0, $picture->bands(), []);
        foreach ([
            new PixelWindow(0, 0, $size->width, $depth),
            new PixelWindow(0, $size->height - $depth, $size->width, $depth),
            new PixelWindow(0, 0, $depth, $size->height),
            new PixelWindow($size->width - $depth, 0, $depth, $size->height),
        ] as $side) {
            foreach ($picture->crop($side)->values() as $i => $value) {
                $samples[$i % $picture->bands()][] = $value;
            }
        }

        return $samples;
    }

    /** @param non-empty-list<float> $values */
    private static function median(array $values): float
    {
        sort($values);

        return $values[intdiv(\count($values), 2)];
    }
}
