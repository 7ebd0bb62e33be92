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
        $places = $map->linearByBand([
            $this->line(0, -$width / 2, $width, $pixels->width),
            $this->line(1, $this->surface->hangs ? 0.0 : -$height / 2, $height, $pixels->height),
        ]);

        return [PixelWindow::whole($this->size), [$face->at($places)]];
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
