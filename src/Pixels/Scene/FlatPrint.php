<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Scene\FlatSurface;
use Snugfit\Core\Scene\FrameChoice;
use Snugfit\Core\Scene\FrameDrawing;
use Snugfit\Core\Scene\FrameRule;
use Snugfit\Core\Scene\Hanging;
use Snugfit\Core\Scene\Homography;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\Projection;
use Snugfit\Core\Scene\Scene;
use Snugfit\Core\Scene\SceneFit;
use Snugfit\Core\Scene\SceneKind;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * A print on a wall or a table: its shadow, the sides that a camera sees past its edges, its face, and a frame round it. The face lies
 * in the surface's own plane, so that it has the very size that the scene says; what it hangs on is so much further back.
 */
final readonly class FlatPrint
{
    /** A soft shadow and one close to the edges: how dark, and how far they spread, in parts of the depth. */
    private const SHADOWS = [[0.34, 0.75, 1.0], [0.3, 0.22, 0.35]];

    /** Millimetres that a shadow spreads at least. */
    private const LEAST_SPREAD = 1.3;

    private Projection $projection;

    public function __construct(
        private Scene $scene,
        private FlatSurface $surface,
        private SceneLook $look,
        private PixelSize $size,
    ) {
        $this->projection = $surface->projection->scaled($size->width / $scene->size->width);
    }

    /**
     * @return array{PixelWindow, list<Image>} what of the preview they cover, and the layers, the lowest first
     *
     * @throws ImpossibleScene where it is too large
     */
    public function layers(ShownPrint $print): array
    {
        $isWall = SceneKind::Wall === $this->scene->kind;
        $picture = $isWall && $print->picture->hasAlpha()
            ? new ShownPrint($print->picture->flatten([255.0, 255.0, 255.0]), $print->body)
            : $print;
        $isWall || SceneFit::check($this->scene, Hanging::bare($print->body));
        $hanging = $isWall ? $this->fitting($picture) : Hanging::bare($print->body);
        $outer = $hanging->outer();
        [$width, $height] = [$outer->width->inMillimetres(), $outer->height->inMillimetres()];
        $window = $this->window($width, $height, $hanging->depth());
        $layers = $this->shadows($hanging, $width, $height, $window);
        array_push($layers, ...$this->sides($hanging, $picture, $width, $height, $window));
        $layers[] = $this->front($hanging, $picture, $window);

        return [$window, $layers];
    }

    /** Made ready for the wall, as a person asks for it, or as goes with its colours. */
    public static function hanging(ShownPrint $print, SceneLook $look): Hanging
    {
        return Hanging::of($print->body, $look, FrameRule::for(TonesReader::of($print->face()), $print->body));
    }

    /** Where in the preview it is, with its shadow. */
    private function window(float $width, float $height, float $depth): PixelWindow
    {
        $around = 3.0 * $depth + 8;
        $points = [];
        foreach ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as [$x, $y]) {
            foreach ([0.0, -$depth] as $z) {
                $points[] = $this->projection->point($x * ($width / 2 + $around), $y * ($height / 2 + $around), $z);
            }
        }

        return SceneRenderer::windowRound($points, $this->size);
    }

    /**
     * As a person asks for it; where nobody does, a frame that there is no room for is left out.
     *
     * @throws ImpossibleScene
     */
    private function fitting(ShownPrint $print): Hanging
    {
        $hanging = self::hanging($print, $this->look);
        try {
            SceneFit::check($this->scene, $hanging);
        } catch (ImpossibleScene $e) {
            FrameChoice::Suits === $this->look->frame || throw $e;
            $hanging = Hanging::bare($print->body);
            SceneFit::check($this->scene, $hanging);
        }

        return $hanging;
    }

    /** @return list<Image> */
    private function shadows(Hanging $hanging, float $width, float $height, PixelWindow $window): array
    {
        [$x, $y, $z] = $this->scene->light;
        $depth = $hanging->depth();
        $layers = [];
        foreach (self::SHADOWS as [$dark, $spread, $away]) {
            $sigma = max(self::LEAST_SPREAD, $spread * $depth);
            $margin = 3 * $sigma;
            // A pixel is a third of the deviation: nothing of a blur is finer.
            $scale = 3 / $sigma;
            $inner = new PixelSize(max(1, (int) round($width * $scale)), max(1, (int) round($height * $scale)));
            $edge = (int) ceil($margin * $scale);
            $whole = new PixelSize($inner->width + 2 * $edge, $inner->height + 2 * $edge);
            $white = Image::ofBytes("\xff", new PixelSize(1, 1), 1, Interpretation::BlackAndWhite)
                ->embed(0, 0, $inner, Extend::Copy)
                ->embed($edge, $edge, $whole, Extend::Background, [0.0]);
            $alpha = $white->blurExactly(3.0)->linear($dark / 255, 0.0);
            $offset = [-$x / max(0.25, $z) * $depth * $away, -$y / max(0.25, $z) * $depth * $away];
            $plane = $this->projection->plane([$offset[0], $offset[1], -$depth], [1.0, 0.0, 0.0], [0.0, 1.0, 0.0]);
            [$across, $down] = [$width / $inner->width, $height / $inner->height];
            $layers[] = Layer::ofOpacity($alpha)->softlyOn(
                self::pixels($plane, -$width / 2 - $edge * $across, -$height / 2 - $edge * $down, $across, $down),
                $window,
            );
        }

        return $layers;
    }

    /** @return list<Image> of the sides that the camera sees */
    private function sides(Hanging $hanging, ShownPrint $print, float $width, float $height, PixelWindow $window): array
    {
        $depth = $hanging->depth();
        if (null === $hanging->moulding && !$print->body->isCanvas()) {
            return [];
        }
        [$eyeX, $eyeY] = $this->projection->eye();
        $drawing = new FrameDrawing($hanging, $this->scene->light);
        [$left, $top, $faceWidth, $faceHeight] = $print->body->faceIn();
        $beyond = $print->body->beyond;
        $layers = [];
        foreach ([
            [$eyeX > $width / 2, 1.0, 0.0, [$left + $faceWidth, $top, $depth, $faceHeight], $beyond->right->inMillimetres()],
            [$eyeX < -$width / 2, -1.0, 0.0, [$left, $top, $depth, $faceHeight], $beyond->left->inMillimetres()],
            [$eyeY > $height / 2, 0.0, 1.0, [$left, $top + $faceHeight, $faceWidth, $depth], $beyond->bottom->inMillimetres()],
            [$eyeY < -$height / 2, 0.0, -1.0, [$left, $top, $faceWidth, $depth], $beyond->top->inMillimetres()],
        ] as [$isSeen, $outX, $outY, $part, $goesOn]) {
            if (!$isSeen) {
                continue;
            }
            $lit = $drawing->lit(50.0, $outX, $outY);
            $scale = $this->projection->pixelsPerMillimetre();
            [$long, $high] = 0.0 === $outX ? [$width, $depth + 1.5 / $scale] : [$depth + 1.5 / $scale, $height];
            $layer = null === $hanging->moulding
                ? $this->goingOn($print, $part, $outX, $outY, $depth, $goesOn)->dimmed($lit)
                : Layer::ofColour($hanging->moulding->colours()[0], $lit, self::pixelsOf($long, $high, $scale));
            // From the wall to the face, or the other way, as it is read in the picture; a little goes on beneath the face, so that
            // no seam opens between them.
            $under = 1.5 / $scale;
            [$origin, $across, $down] = match (true) {
                $outX > 0 => [[$width / 2, -$height / 2, $under], [0.0, 0.0, -1.0], [0.0, 1.0, 0.0]],
                $outX < 0 => [[-$width / 2, -$height / 2, -$depth], [0.0, 0.0, 1.0], [0.0, 1.0, 0.0]],
                $outY > 0 => [[-$width / 2, $height / 2, $under], [1.0, 0.0, 0.0], [0.0, 0.0, -1.0]],
                default => [[-$width / 2, -$height / 2, -$depth], [1.0, 0.0, 0.0], [0.0, 0.0, 1.0]],
            };
            $size = $layer->size();
            $layers[] = $layer->on(
                self::pixels($this->projection->plane($origin, $across, $down), 0.0, 0.0, $long / $size->width, $high / $size->height),
                $window,
            );
        }

        return $layers;
    }

    /**
     * What of a canvas goes round an edge; beyond what there is of it, its last pixels.
     *
     * @param array{float, float, float, float} $part left and top of the edge in shares of the print, and its length as a share
     */
    private function goingOn(ShownPrint $print, array $part, float $outX, float $outY, float $depth, float $goesOn): Layer
    {
        [$left, $top, $width, $height] = $part;
        $printed = $print->body->printed();
        $share = max(0.5, min($depth, $goesOn)) / (0.0 === $outX ? $printed->height : $printed->width)->inMillimetres();
        $strip = 0.0 === $outX
            ? $print->part($left, $outY > 0 ? $top : $top - $share, $width, $share)
            : $print->part($outX > 0 ? $left : $left - $share, $top, $share, $height);
        $size = $strip->size();
        if ($goesOn < $depth - 0.5) {
            $more = $depth / max(0.5, $goesOn);
            $whole = 0.0 === $outX
                ? new PixelSize($size->width, (int) ceil($size->height * $more))
                : new PixelSize((int) ceil($size->width * $more), $size->height);
            $strip = $strip->embed(
                $outX < 0 ? $whole->width - $size->width : 0,
                $outY < 0 ? $whole->height - $size->height : 0,
                $whole,
                Extend::Copy,
            );
        }

        return Layer::of($strip, $strip->size());
    }

    /** The face, with what frames it: drawn together, so that no seam can open between them. */
    private function front(Hanging $hanging, ShownPrint $print, PixelWindow $window): Image
    {
        $face = SceneRenderer::reduced($print->face(), $print->body, $this->projection->pixelsPerMillimetre());
        $outer = $hanging->outer();
        [$width, $height] = [$outer->width->inMillimetres(), $outer->height->inMillimetres()];
        if (null !== $hanging->moulding) {
            $size = $face->size();
            $border = max(1, (int) round($hanging->border() * $size->width / $print->body->face->width->inMillimetres()));
            $whole = new PixelSize($size->width + 2 * $border, $size->height + 2 * $border);
            $drawing = Image::drawing((new FrameDrawing($hanging, $this->scene->light))->svg($whole, $this->look->glass));
            $face = Layer::of($drawing, $drawing->size())->over($face->widened($border));
        }
        $size = $face->size();

        return $face->on(
            self::pixels($this->projection->parallelTo(), -$width / 2, -$height / 2, $width / $size->width, $height / $size->height),
            $window,
        );
    }

    private static function pixelsOf(float $width, float $height, float $scale): PixelSize
    {
        return new PixelSize(max(1, (int) ceil($width * $scale)), max(1, (int) ceil($height * $scale)));
    }

    /** From a picture's pixels to the preview's, where it begins so many millimetres along a plane and has pixels of such a size. */
    private static function pixels(Homography $plane, float $left, float $top, float $across, float $down): Homography
    {
        return $plane->after(new Homography([$across, 0.0, $left, 0.0, $down, $top, 0.0, 0.0, 1.0]));
    }
}
