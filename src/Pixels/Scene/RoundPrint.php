<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\Projection;
use Snugfit\Core\Scene\RoundSurface;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Pixels\Vips\Image;

/** A print round a cylinder: for every pixel, where its line of sight meets it first. */
final readonly class RoundPrint
{
    /** Points that are looked at round the cylinder to find where in the preview it is. */
    private const POINTS = 24;

    /** Where nothing is found: beyond every print, in its pixels. */
    private const NOWHERE = 1e6;

    private Projection $projection;

    public function __construct(private Scene $scene, private RoundSurface $surface, private PixelSize $size)
    {
        $this->projection = $surface->projection->scaled($size->width / $scene->size->width);
    }

    /**
     * @return array{PixelWindow, list<Image>} what of the preview it covers, and its layer
     *
     * @throws ImpossibleScene where it is too large
     */
    public function layers(ShownPrint $print): array
    {
        SceneFit::check($this->scene, Hanging::bare($print->body));
        $face = SceneRenderer::reduced($print->face(), $print->body, 1 / $this->scene->millimetresPerPixel($this->size->width));
        [$width, $height] = [$print->body->face->width->inMillimetres(), $print->body->face->height->inMillimetres()];
        $window = $this->window($height);
        [$around, $down] = $this->met($window);
        $pixels = $face->size();
        $places = $around->linear($pixels->width / $width, $pixels->width / 2)
            ->join($down->linear($pixels->height / $height, $pixels->height / 2));

        return [$window, [$face->at($places)]];
    }

    private function window(float $height): PixelWindow
    {
        $radius = $this->surface->radius->inMillimetres();
        $points = [];
        for ($i = 0; $i < self::POINTS; ++$i) {
            $angle = 2 * \M_PI * $i / self::POINTS;
            foreach ([-$height / 2, $height / 2] as $y) {
                $points[] = $this->projection->point($radius * sin($angle), $y, $radius * cos($angle));
            }
        }

        return SceneRenderer::windowRound($points, $this->size);
    }

    /**
     * Where the lines of sight through a window's pixels first meet x² + z² = r².
     *
     * @return array{Image, Image} millimetres round the cylinder from the print's middle, and down from it
     */
    private function met(PixelWindow $window): array
    {
        $radius = $this->surface->radius->inMillimetres();
        [$eyeX, $eyeY, $eyeZ] = $this->projection->eye();
        $n = $this->projection->rays();
        $at = Image::positions($window->size())->linearByBand([[1.0, $window->x + 0.5], [1.0, $window->y + 0.5]]);
        $way = $at->join($at->extractBands(0, 1)->linear(0.0, 1.0))
            ->recombined([[$n[0], $n[1], $n[2]], [$n[3], $n[4], $n[5]], [$n[6], $n[7], $n[8]]])
            // Computed once, as in Layer.
            ->copyToMemory();
        [$dx, $dy, $dz] = [$way->extractBands(0, 1), $way->extractBands(1, 1), $way->extractBands(2, 1)];
        // a t² + 2 b t + c = 0, the nearer of its two solutions.
        $a = $dx->multipliedBy($dx)->plus($dz->multipliedBy($dz));
        $b = $dx->linear($eyeX, 0.0)->plus($dz->linear($eyeZ, 0.0));
        $c = $eyeX * $eyeX + $eyeZ * $eyeZ - $radius * $radius;
        $root = $b->multipliedBy($b)->minus($a->linear($c, 0.0))->copyToMemory();
        $t = $b->linear(-1.0, 0.0)->minus($root->positivePart()->raisedTo(0.5))->dividedBy($a)->copyToMemory();
        $x = $t->multipliedBy($dx)->linear(1.0, $eyeX);
        $z = $t->multipliedBy($dz)->linear(1.0, $eyeZ);
        // Turned so that the print's middle looks along z, and counted from its back: angles begin and end where no print does.
        [$cos, $sin] = [cos(deg2rad($this->surface->facing)), sin(deg2rad($this->surface->facing))];
        $side = $x->linear(-$cos, 0.0)->plus($z->linear($sin, 0.0));
        $back = $x->linear(-$sin, 0.0)->plus($z->linear(-$cos, 0.0));
        $missed = $root->isMoreThan(0.0)->linear(-self::NOWHERE / 255, self::NOWHERE);

        return [
            $side->angleOver($back)->linear($radius, -\M_PI * $radius)->plus($missed),
            $t->multipliedBy($dy)->linear(1.0, $eyeY),
        ];
    }
}
