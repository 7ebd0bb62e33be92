<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Scene\ClothSurface;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;

/** A print on cloth: every pixel shows the millimetre of it that the scene's map says. */
final readonly class ClothPrint
{
    private const STEPS = 65535;

    /** Pixels of the preview between places that are looked at to find where the print is. */
    private const COARSE = 8;

    public function __construct(private SceneFolder $folder, private ClothSurface $surface, private PixelSize $size)
    {
    }

    /**
     * @return array{PixelWindow, list<Image>} what of the preview it covers, and its layer
     *
     * @throws ImpossibleScene where it does not go onto it
     */
    public function layers(ShownPrint $print): array
    {
        SceneFit::check($this->folder->scene, Hanging::bare($print->body));
        $face = SceneRenderer::reduced($print->face(), $print->body, $this->surface->scale($this->size->width));
        $map = $this->folder->picture(SceneFolder::MAP)->extractBands(0, 2)->cast(BandFormat::Float);
        $map = $map->size()->covers($this->size) ? $map->resize($this->size, Kernel::Linear) : $map->stretched($this->size);
        [$width, $height] = [$print->body->face->width->inMillimetres(), $print->body->face->height->inMillimetres()];
        $pixels = $face->size();
        // Round the point that it is held at; what hangs, from the middle of its upper edge.
        $lines = [
            $this->line(0, -$width / 2, $width, $pixels->width),
            $this->line(1, $this->surface->hangs ? 0.0 : -$height / 2, $height, $pixels->height),
        ];
        $window = $this->window($map, $lines, $pixels);

        return [$window, [$face->at($map->crop($window)->linearByBand($lines))]];
    }

    /**
     * What of the preview the print is on, and is seen of it: all else need not be worked on.
     *
     * @param array{array{float, float}, array{float, float}} $lines from the map's steps to the print's pixels
     */
    private function window(Image $map, array $lines, PixelSize $print): PixelWindow
    {
        $few = new PixelSize(max(1, intdiv($this->size->width, self::COARSE)), max(1, intdiv($this->size->height, self::COARSE)));
        $places = $map->resize($few, Kernel::Linear)->linearByBand($lines)->values();
        $cover = $this->folder->picture(SceneFolder::COVER)->extractBands(0, 1)->resize($few, Kernel::Linear)->values();
        [$left, $top, $right, $bottom] = [\PHP_INT_MAX, \PHP_INT_MAX, -1, -1];
        for ($i = 0, $count = $few->pixels(); $i < $count; ++$i) {
            [$across, $down] = [$places[2 * $i], $places[2 * $i + 1]];
            if ($cover[$i] > 0 && $across >= 0 && $across <= $print->width && $down >= 0 && $down <= $print->height) {
                [$x, $y] = [$i % $few->width, intdiv($i, $few->width)];
                [$left, $right] = [min($left, $x), max($right, $x)];
                [$top, $bottom] = [min($top, $y), max($bottom, $y)];
            }
        }
        if ($right < 0) {
            // Smaller than what was looked at.
            return PixelWindow::whole($this->size);
        }
        [$wide, $high] = [$this->size->width / $few->width, $this->size->height / $few->height];

        return (new PixelWindow(
            (int) ($left * $wide), (int) ($top * $high), (int) (($right - $left + 1) * $wide), (int) (($bottom - $top + 1) * $high),
        ))->widenedIn($this->size, 3 * self::COARSE);
    }

    /**
     * From the map's steps to the print's pixels, along one axis.
     *
     * @return array{float, float}
     */
    private function line(int $axis, float $begin, float $side, int $pixels): array
    {
        [$from, $to] = [$this->surface->from[$axis], $this->surface->to[$axis]];

        return [($to - $from) / self::STEPS * $pixels / $side, ($from - $begin) * $pixels / $side];
    }
}
