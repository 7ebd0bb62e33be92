<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/**
 * What a plan's crop shows, small and grey, computed point by point from the master another way than prints are made: so
 * that a print with a wrong crop, or one that lies on its side, is told by comparing.
 */
final readonly class PlanReference
{
    /** Cells on the long side. */
    private const GRID = 96;

    /** Of the master's own copy, on the long side: fine enough for a crop of a tenth. */
    private const SOURCE = 1600;

    /**
     * Level that black is lifted to on both sides where one is in inks. Likeness goes by the ratio of levels: their black, of level 4
     * beside 0, would count as another picture, however like its shapes are. More would hide wrong crops (measured: from 24 on).
     */
    private const LIFT = 8.0;

    /** Pixels on the long side of copies that others keep. */
    public const COPY = 320;

    /** @param PixelWindow $shown of the print's picture */
    public static function size(PixelWindow $shown): PixelSize
    {
        $scale = self::GRID / $shown->size()->longSide();

        return new PixelSize(max(12, (int) round($shown->width * $scale)), max(12, (int) round($shown->height * $scale)));
    }

    /**
     * One band of bytes.
     *
     * @param PixelWindow $shown what of the print's picture is looked at
     * @param PixelSize   $print all of the picture as it is printed
     * @param ?string $copy path of a small upright copy of the master, which is taken where it is fine enough: decoding it is quick
     * @param bool    $isInInks whether master or print is
     */
    public static function of(
        Master $master,
        Frame $frame,
        PixelWindow $shown,
        PixelSize $print,
        string $matte,
        ?string $copy = null,
        bool $isInInks = false,
    ): Image {
        $size = self::size($shown);
        $seen = $shown->inFractionsOf($print);
        $long = max($seen->width * $frame->crop->width, $seen->height * $frame->crop->height);
        // As fine as the grid, so that a point stands for the cell round it.
        $side = (int) min(self::SOURCE, max(16, ceil($frame->picture->longSide() * self::GRID / $long)));
        $small = match (true) {
            null !== $copy && $side <= self::COPY && self::isServedBy($copy, $master->header()) => Image::thumbnailOf($copy, $side),
            $master->format->isVector() => $master->drawing($side / $frame->picture->longSide())->copyToMemory(),
            self::isInInks($master->header()) => self::inks($master->stream(), $side),
            default => Image::thumbnailOf($master->path, $side),
        };
        $small = self::grey($small, $matte, $isInInks);
        $has = $small->size();
        $values = $small->values();
        $bytes = '';
        for ($y = 0; $y < $size->height; ++$y) {
            for ($x = 0; $x < $size->width; ++$x) {
                [$across, $down] = self::place(
                    $frame,
                    $seen->x + $seen->width * ($x + 0.5) / $size->width,
                    $seen->y + $seen->height * ($y + 0.5) / $size->height,
                );
                $bytes .= \chr(self::value($values, $has, $across * $has->width - 0.5, $down * $has->height - 0.5));
            }
        }

        return Image::ofBytes($bytes, $size, 1, Interpretation::BlackAndWhite);
    }

    /**
     * A print's picture in the same form.
     *
     * @param string      $path  of its file
     * @param PixelSize   $print its pixels
     * @param PixelWindow $part  of them that show the picture
     * @param bool        $isInInks whether master or print is
     */
    public static function ofPrint(string $path, PixelSize $print, PixelWindow $part, string $matte, bool $isInInks = false): Image
    {
        $side = (int) min($print->longSide(), ceil((2 * self::GRID * $print->longSide()) / $part->size()->longSide()));
        $file = PrintFileReader::picture($path, true);
        $small = self::grey(
            self::isInInks($file) ? self::inks($file, $side) : Image::thumbnailOf($path, $side),
            $matte,
            $isInInks,
        );
        [$across, $down] = [$small->size()->width / $print->width, $small->size()->height / $print->height];
        $left = min($small->size()->width - 1, (int) round($part->x * $across));
        $top = min($small->size()->height - 1, (int) round($part->y * $down));
        $window = new PixelWindow(
            $left,
            $top,
            max(1, min($small->size()->width - $left, (int) round($part->width * $across))),
            max(1, min($small->size()->height - $top, (int) round($part->height * $down))),
        );

        return $small->crop($window)->resize(self::size($part), Kernel::Linear)->copyToMemory();
    }

    /** A transparent one's copy may have been made before its colours were kept there; inks are brought to the screen another way. */
    private static function isServedBy(string $copy, Image $header): bool
    {
        return is_file($copy) && !$header->hasAlpha() && !self::isInInks($header);
    }

    public static function isInInks(Image $picture): bool
    {
        return Interpretation::Cmyk === $picture->interpretation();
    }

    /** A picture in inks, small, with the darkest that they make as black. */
    private static function inks(Image $picture, int $side): Image
    {
        $size = $picture->size();

        return WorkingSpaceConverter::toSrgb($picture->resize($size->scaled(min(1.0, $side / $size->longSide())), Kernel::Linear));
    }

    /** A colour's level of 255 in such a picture. */
    public static function level(string $hex, bool $isInInks): float
    {
        $bytes = (string) hex2bin($hex);

        return self::grey(Image::ofBytes($bytes, new PixelSize(1, 1), 3, Interpretation::Srgb), 'ffffff', $isInInks)->average();
    }

    private static function grey(Image $picture, string $matte, bool $isLifted): Image
    {
        $bytes = BandFormat::Byte === $picture->format() ? $picture : $picture->colourspace(Interpretation::Srgb);
        if ($bytes->hasAlpha()) {
            $bytes = (1 === $bytes->bands() - 1 ? $bytes->colourspace(Interpretation::Srgb) : $bytes)->flatten(
                WorkingSpaceConverter::samples($matte, $bytes),
            );
        }

        $grey = $bytes->colourspace(Interpretation::BlackAndWhite)->extractBands(0, 1);

        return $isLifted
            ? $grey->linear(1 - self::LIFT / 255, self::LIFT)->roundTo(BandFormat::Byte)->withInterpretation(Interpretation::BlackAndWhite)
            : $grey;
    }

    /**
     * Where a point of the print's picture lies in the upright master, both in shares.
     *
     * @return array{float, float}
     */
    private static function place(Frame $frame, float $right, float $down): array
    {
        [$crop, $transform, $picture] = [$frame->crop, $frame->transform, $frame->picture];
        [$cos, $sin] = [cos(deg2rad($transform->tilt)), sin(deg2rad($transform->tilt))];
        [$dx, $dy] = [($right - 0.5) * $crop->width, ($down - 0.5) * $crop->height];
        // The picture was turned clockwise, so one goes back the other way.
        $x = $crop->x + $crop->width / 2 + $cos * $dx + $sin * $dy;
        $y = $crop->y + $crop->height / 2 - $sin * $dx + $cos * $dy;
        [$x, $y] = match ($transform->turn) {
            QuarterTurn::None => [$x / $picture->width, $y / $picture->height],
            QuarterTurn::Right => [$y / $picture->width, 1 - $x / $picture->height],
            QuarterTurn::Half => [1 - $x / $picture->width, 1 - $y / $picture->height],
            QuarterTurn::Left => [1 - $y / $picture->width, $x / $picture->height],
        };

        return [$transform->flip ? 1 - $x : $x, $y];
    }

    /** @param list<int|float> $values */
    private static function value(array $values, PixelSize $size, float $x, float $y): int
    {
        [$x, $y] = [max(0.0, min($size->width - 1.0, $x)), max(0.0, min($size->height - 1.0, $y))];
        [$left, $top] = [(int) floor($x), (int) floor($y)];
        [$right, $bottom] = [min($size->width - 1, $left + 1), min($size->height - 1, $top + 1)];
        [$u, $v] = [$x - $left, $y - $top];
        [$above, $below] = [$top * $size->width, $bottom * $size->width];

        return (int) round(
            (1 - $v) * ((1 - $u) * $values[$above + $left] + $u * $values[$above + $right]) +
                $v * ((1 - $u) * $values[$below + $left] + $u * $values[$below + $right]),
        );
    }
}
