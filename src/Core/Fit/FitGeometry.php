<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Ratio;
use Snugfit\Core\Measure\Rounding;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\Product;

/**
 * Which part of a print the picture covers: all of it, the trim with a bleed that is made otherwise, or, shown whole, as
 * much of the trim as its own proportion lets it.
 */
final readonly class FitGeometry
{
    public function __construct(private Product $product, private EffectiveFraming $framing)
    {
    }

    public function isWhole(): bool
    {
        return FitMode::Whole === $this->framing->fitMode;
    }

    /** Whether the picture covers all that is printed. */
    public function fills(): bool
    {
        return $this->coversAll() && !$this->isWhole();
    }

    /** The proportion of the crop. */
    public function cropRatio(PixelSize $picture): Ratio
    {
        return match (true) {
            $this->isWhole(), $this->product->keepsProportions() => Ratio::ofPixels($picture),
            default => Ratio::ofPrint($this->covered()),
        };
    }

    /** What of the paper the crop's window is for. */
    public function covered(): PrintSize
    {
        return $this->coversAll() ? $this->product->printArea() : $this->product->trim;
    }

    /** The crop's pixels for an inch of paper, the lesser of both axes. */
    public function effective(PixelWindow $crop): Ppi
    {
        $covered = $this->covered();
        $across = Ppi::across($crop->width, $covered->width);
        $down = Ppi::across($crop->height, $covered->height);
        if (!$this->isWhole()) {
            return $across->lesser($down);
        }

        // As much of the trim as the proportion lets it, and smaller where a person made it so.
        return Ppi::exactly(max($across->value, $down->value) / $this->size());
    }

    /**
     * The picture's place among the print's pixels.
     *
     * @param ?PixelWindow $crop known where the picture is shown whole
     */
    public function part(Ppi $ppi, ?PixelWindow $crop): PixelWindow
    {
        $canvas = $this->product->printArea()->pixelsAt($ppi);
        if ($this->fills()) {
            return PixelWindow::whole($canvas);
        }
        $bleed = $this->product->bleed;
        $pixels = static fn (Length $length): int => $length->pixelsAt($ppi);
        $left = min($pixels($bleed->left), $canvas->width - 1);
        $top = min($pixels($bleed->top), $canvas->height - 1);
        $width = max(1, $canvas->width - $left - $pixels($bleed->right));
        $height = max(1, $canvas->height - $top - $pixels($bleed->bottom));
        if (!$this->isWhole() || null === $crop) {
            return new PixelWindow($left, $top, $width, $height);
        }
        $scale = min($width / $crop->width, $height / $crop->height) * $this->size();
        $partWidth = max(1, min($width, Rounding::toWhole($crop->width * $scale)));
        $partHeight = max(1, min($height, Rounding::toWhole($crop->height * $scale)));
        $position = $this->framing->position;

        return new PixelWindow(
            $left + Rounding::toWhole(($width - $partWidth) * ($position->centreX ?? 0.5)),
            $top + Rounding::toWhole(($height - $partHeight) * ($position->centreY ?? 0.5)),
            $partWidth,
            $partHeight,
        );
    }

    /** What of a crop is seen from the front: of what goes round a frame, without its sides. */
    public function face(PixelWindow $crop): PixelWindow
    {
        if (!$this->hasSides()) {
            return $crop;
        }
        [$left, $top, $right, $bottom] = $this->sides($crop->size());

        return new PixelWindow(
            $crop->x + $left,
            $crop->y + $top,
            max(1, $crop->width - $left - $right),
            max(1, $crop->height - $top - $bottom),
        );
    }

    /**
     * Boxes with so much round them as a window of this size has beyond its face: a window that holds these has them on its face.
     *
     * @param list<PixelWindow> $boxes
     *
     * @return list<PixelWindow> within the picture
     */
    public function withSides(array $boxes, PixelSize $window, PixelSize $picture): array
    {
        if (!$this->hasSides()) {
            return $boxes;
        }
        [$left, $top, $right, $bottom] = $this->sides($window);

        return array_map(static function (PixelWindow $box) use ($left, $top, $right, $bottom, $picture): PixelWindow {
            [$x, $y] = [max(0, $box->x - $left), max(0, $box->y - $top)];

            return new PixelWindow(
                $x,
                $y,
                min($picture->width, $box->x + $box->width + $right) - $x,
                min($picture->height, $box->y + $box->height + $bottom) - $y,
            );
        }, $boxes);
    }

    /** Whether the picture's window goes round a frame. */
    private function hasSides(): bool
    {
        return $this->coversAll() && $this->product->isWrapped();
    }

    /** @return array{int, int, int, int} pixels of a window beyond its face: left, top, right, bottom */
    private function sides(PixelSize $window): array
    {
        [$area, $bleed] = [$this->product->printArea(), $this->product->bleed];
        $across = static fn (Length $side): int => (int) ceil($window->width * $side->ticks / $area->width->ticks);
        $down = static fn (Length $side): int => (int) ceil($window->height * $side->ticks / $area->height->ticks);

        return [$across($bleed->left), $down($bleed->top), $across($bleed->right), $down($bleed->bottom)];
    }

    /** @param bool $asItIs the crop's own pixels are printed */
    public function output(Ppi $ppi, PixelWindow $crop, bool $asItIs): PrintDimensions
    {
        $part = $this->part($ppi, $crop);
        $canvas = $this->product->printArea()->pixelsAt($ppi);
        $edge = $this->isWhole() ? $this->framing->edgeFill : $this->framing->bleedSource->edge();
        if ($part->size()->equals($canvas) || null === $edge) {
            return new PrintDimensions($asItIs ? $crop->size() : $canvas, $ppi);
        }

        return new PrintDimensions($canvas, $ppi, new PrintLayout($part, $edge, $this->framing->colour));
    }

    /** Whether the picture's window is for trim and bleed together. */
    private function coversAll(): bool
    {
        return FitMode::Fill === $this->framing->fitMode && BleedSource::Picture === $this->framing->bleedSource;
    }

    /** Share of what would fit that a whole picture takes. */
    private function size(): float
    {
        return min(1.0, $this->framing->position->zoom ?? 1.0);
    }
}
