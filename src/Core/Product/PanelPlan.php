<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;

/**
 * A picture over several pieces: where each hangs and what of the picture it shows. The picture is printed once, in thought; each
 * piece is cut out of that with what bleeds over its trim, so that pieces laid together are the whole again.
 */
final readonly class PanelPlan
{
    /** A piece narrower than this is a slip, not a print. */
    private const LEAST_MILLIMETRES = 10.0;

    /**
     * @param non-empty-list<Panel> $panels
     * @param PrintSize             $wall    that all cover together, with the gaps
     * @param PrintSize             $picture its trim: the wall, or without the gaps where these take nothing of it
     */
    private function __construct(public array $panels, public PrintSize $wall, public PrintSize $picture)
    {
    }

    /**
     * Of a product that hangs in pieces; null of any other.
     *
     * @throws ImpossiblePanels
     */
    public static function ofProduct(Product $product): ?self
    {
        $pieces = $product->pieces;

        return null === $pieces ? null : self::cutting($product->trim, $pieces);
    }

    /**
     * @param PrintSize $trim of the picture that hangs in these pieces
     *
     * @throws ImpossiblePanels
     */
    public static function cutting(PrintSize $trim, Pieces $pieces): self
    {
        return $pieces->layout instanceof PlacedPieces
            ? self::ofPieces($pieces->layout->on($trim))
            : self::of($pieces->layout, $pieces->wall($trim), $pieces->gap, $pieces->swallows);
    }

    /**
     * @param PrintSize $wall     from the first piece's left upper corner to the last's right lower one
     * @param bool      $swallows whether the picture goes on behind the gaps; else it goes on beyond them
     *
     * @throws ImpossiblePanels
     */
    public static function of(PanelLayout $layout, PrintSize $wall, Length $gap, bool $swallows): self
    {
        if (!$swallows && !$layout->isEven()) {
            throw ImpossiblePanels::unlikeColumns();
        }
        $space = $gap->inMillimetres();
        [$width, $height] = [$wall->width->inMillimetres(), $wall->height->inMillimetres()];
        $columns = \count($layout->columns);
        $forColumns = $width - ($columns - 1) * $space;
        $panels = [];
        $rows = 1;
        $wallLeft = $left = 0.0;
        foreach ($layout->columns as $one) {
            $rows = max($rows, \count($one->rows));
            $wide = $one->width * $forColumns;
            $wallTop = $top = $one->top * $height;
            $forRows = $one->height * $height - (\count($one->rows) - 1) * $space;
            foreach ($one->rows as $share) {
                $high = $share * $forRows;
                if (min($wide, $high) < self::LEAST_MILLIMETRES) {
                    throw self::tooSmall();
                }
                $panels[] = new Panel(
                    \count($panels) + 1,
                    new PrintSize(self::between($left, $left + $wide), self::between($top, $top + $high)),
                    Length::millimetres($wallLeft),
                    Length::millimetres($wallTop),
                    Length::millimetres($left),
                    Length::millimetres($top),
                );
                $wallTop += $high + $space;
                $top += $high + ($swallows ? $space : 0.0);
            }
            $wallLeft += $wide + $space;
            $left += $wide + ($swallows ? $space : 0.0);
        }
        $picture = $swallows ? $wall : new PrintSize(Length::millimetres($left), Length::millimetres($height - ($rows - 1) * $space));

        return new self($panels, $wall, $picture);
    }

    /** So long that it ends at the very tick where what follows begins. */
    private static function between(float $from, float $to): Length
    {
        return Length::millimetres(Length::millimetres($to)->inMillimetres() - Length::millimetres($from)->inMillimetres());
    }

    /**
     * Own pieces by numbers.
     *
     * @param list<array{Length, Length, PrintSize}> $pieces left, top and size of each
     *
     * @throws ImpossiblePanels
     */
    public static function ofPieces(array $pieces): self
    {
        $panels = [];
        $right = $bottom = Length::zero();
        foreach ($pieces as [$left, $top, $size]) {
            if (min($size->width->inMillimetres(), $size->height->inMillimetres()) < self::LEAST_MILLIMETRES) {
                throw self::tooSmall();
            }
            $end = [$left->plus($size->width), $top->plus($size->height)];
            foreach ($panels as $other) {
                if ($end[0]->isLongerThan($other->left) && $other->left->plus($other->size->width)->isLongerThan($left)
                    && $end[1]->isLongerThan($other->top) && $other->top->plus($other->size->height)->isLongerThan($top)) {
                    throw ImpossiblePanels::because(\sprintf('Pieces %d and %d overlap.', $other->number, \count($panels) + 1));
                }
            }
            $panels[] = new Panel(\count($panels) + 1, $size, $left, $top, $left, $top);
            $right = $end[0]->isLongerThan($right) ? $end[0] : $right;
            $bottom = $end[1]->isLongerThan($bottom) ? $end[1] : $bottom;
        }
        if ([] === $panels) {
            throw ImpossiblePanels::because('There are none.');
        }
        $all = new PrintSize($right, $bottom);

        return new self($panels, $all, $all);
    }

    private static function tooSmall(): ImpossiblePanels
    {
        return ImpossiblePanels::because('A piece would be under 10 mm; choose a smaller gap, fewer pieces or a larger size.');
    }

    /** A piece with its bleed, among the pixels of the whole with its bleed. Neighbours without a gap end where the next begins. */
    public function window(Panel $panel, Ppi $ppi, Bleed $bleed): PixelWindow
    {
        [$x, $y] = [$panel->pictureLeft->pixelsAt($ppi), $panel->pictureTop->pixelsAt($ppi)];
        $right = $panel->pictureLeft->plus($bleed->left, $panel->size->width, $bleed->right)->pixelsAt($ppi);
        $bottom = $panel->pictureTop->plus($bleed->top, $panel->size->height, $bleed->bottom)->pixelsAt($ppi);
        $whole = $bleed->around($this->picture)->pixelsAt($ppi);

        return new PixelWindow($x, $y, min($right, $whole->width) - $x, min($bottom, $whole->height) - $y);
    }

    /** All that the pieces show together, among the pixels of the whole with its bleed. */
    public function trim(Ppi $ppi, Bleed $bleed): PixelWindow
    {
        [$left, $top] = [$bleed->left->pixelsAt($ppi), $bleed->top->pixelsAt($ppi)];
        $whole = $bleed->around($this->picture)->pixelsAt($ppi);

        return new PixelWindow(
            $left, $top, $whole->width - $left - $bleed->right->pixelsAt($ppi), $whole->height - $top - $bleed->bottom->pixelsAt($ppi),
        );
    }

    /** The same without its bleed. */
    public function face(Panel $panel, Ppi $ppi, Bleed $bleed): PixelWindow
    {
        $window = $this->window($panel, $ppi, $bleed);
        $left = $panel->pictureLeft->plus($bleed->left)->pixelsAt($ppi);
        $top = $panel->pictureTop->plus($bleed->top)->pixelsAt($ppi);
        $right = $panel->pictureLeft->plus($bleed->left, $panel->size->width)->pixelsAt($ppi);
        $bottom = $panel->pictureTop->plus($bleed->top, $panel->size->height)->pixelsAt($ppi);

        return new PixelWindow(
            $left,
            $top,
            min($right, $window->x + $window->width) - $left,
            min($bottom, $window->y + $window->height) - $top,
        );
    }

    /**
     * Moves a crop as little as is needed for the most boxes to lie whole on a piece, as far as the picture goes.
     *
     * @param PixelWindow       $crop    of the whole with its bleed
     * @param list<PixelWindow> $boxes   in pixels of the picture
     * @param PixelSize         $picture its pixels
     */
    public function keeping(array $boxes, PixelWindow $crop, PixelSize $picture, Bleed $bleed): PixelWindow
    {
        [$most, $best] = [$this->whole($boxes, $crop, $bleed), $crop];
        foreach ($this->moves($boxes, $crop, $bleed) as [$right, $down]) {
            $moved = $crop->movedBy($right, $down);
            if (!$moved->fitsIn($picture)) {
                continue;
            }
            $kept = $this->whole($boxes, $moved, $bleed);
            $way = static fn (PixelWindow $to): int => abs($to->x - $crop->x) + abs($to->y - $crop->y);
            if ($kept > $most || ($kept === $most && $way($moved) < $way($best))) {
                [$most, $best] = [$kept, $moved];
            }
        }

        return $best;
    }

    /**
     * How many boxes lie whole on a piece.
     *
     * @param list<PixelWindow> $boxes in pixels of the picture
     */
    public function whole(array $boxes, PixelWindow $crop, Bleed $bleed): int
    {
        $pieces = $this->inCrop($crop, $bleed);

        return \count(array_filter($boxes, static function (PixelWindow $box) use ($pieces): bool {
            foreach ($pieces as [$left, $top, $right, $bottom]) {
                if ($box->x >= $left && $box->y >= $top && $box->x + $box->width <= $right && $box->y + $box->height <= $bottom) {
                    return true;
                }
            }

            return false;
        }));
    }

    /**
     * The moves that bring a box just inside a piece's side.
     *
     * @param list<PixelWindow> $boxes
     *
     * @return list<array{int, int}>
     */
    private function moves(array $boxes, PixelWindow $crop, Bleed $bleed): array
    {
        $across = $down = [0];
        foreach ($this->inCrop($crop, $bleed) as [$left, $top, $right, $bottom]) {
            foreach ($boxes as $box) {
                array_push($across, (int) floor($box->x - $left), (int) ceil($box->x + $box->width - $right));
                array_push($down, (int) floor($box->y - $top), (int) ceil($box->y + $box->height - $bottom));
            }
        }
        $moves = [];
        foreach (array_unique($across) as $x) {
            foreach (array_unique($down) as $y) {
                $moves[] = [$x, $y];
            }
        }

        return $moves;
    }

    /** @return list<array{float, float, float, float}> what each piece's trim shows: left, top, right, bottom in pixels of the picture */
    private function inCrop(PixelWindow $crop, Bleed $bleed): array
    {
        $whole = $bleed->around($this->picture);
        [$across, $down] = [$crop->width / $whole->width->inMillimetres(), $crop->height / $whole->height->inMillimetres()];

        return array_map(static function (Panel $one) use ($crop, $bleed, $across, $down): array {
            $left = $crop->x + $bleed->left->plus($one->pictureLeft)->inMillimetres() * $across;
            $top = $crop->y + $bleed->top->plus($one->pictureTop)->inMillimetres() * $down;

            return [$left, $top, $left + $one->size->width->inMillimetres() * $across, $top + $one->size->height->inMillimetres() * $down];
        }, $this->panels);
    }
}
