<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** That a product is one picture over several pieces: how they hang, and what becomes of the picture behind the gaps. */
final readonly class Pieces
{
    public PanelLayout|PlacedPieces $layout;

    /**
     * @param string $name     of a layout that ships, or columns and rows, like 3x1, or where each lies: {@see PlacedPieces}
     * @param Length $gap      of wall between the pieces
     * @param bool   $swallows whether the picture goes on behind the gaps, which are part of the trim then; else beyond them
     *
     * @throws ImpossiblePanels
     */
    public function __construct(public string $name, public Length $gap, public bool $swallows = true)
    {
        $this->layout = PlacedPieces::isWritten($name) ? PlacedPieces::parse($name) : PanelLayout::named($name);
        if (!$swallows && ($this->layout instanceof PlacedPieces || !$this->layout->isEven())) {
            throw ImpossiblePanels::unlikeColumns();
        }
    }

    /** All that they cover of a wall, with the gaps. */
    public function wall(PrintSize $trim): PrintSize
    {
        if ($this->swallows || $this->layout instanceof PlacedPieces) {
            return $trim;
        }
        $columns = $this->layout->columns;
        $with = fn (Length $side, int $gaps): Length => Length::millimetres($side->inMillimetres() + $gaps * $this->gap->inMillimetres());

        return new PrintSize(
            $with($trim->width, \count($columns) - 1),
            $with($trim->height, \count($columns[0]->rows) - 1),
        );
    }

    /** Pieces hang the way they are drawn: they are not turned with a picture. */
    public static function wayUp(PrintSize $trim): OrientationRule
    {
        return match (Orientation::of($trim)) {
            Orientation::Portrait => OrientationRule::Portrait,
            Orientation::Landscape => OrientationRule::Landscape,
            Orientation::Square => OrientationRule::Either,
        };
    }
}
