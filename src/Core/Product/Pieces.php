<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** That a product is one picture over several pieces: how they hang, and what becomes of the picture behind the gaps. */
final readonly class Pieces
{
    public PanelLayout $layout;

    /**
     * @param string $name     of a layout that ships, or columns and rows, like 3x1
     * @param Length $gap      of wall between the pieces
     * @param bool   $swallows whether the picture goes on behind the gaps, which are part of the trim then; else beyond them
     *
     * @throws ImpossiblePanels
     */
    public function __construct(public string $name, public Length $gap, public bool $swallows = true)
    {
        $this->layout = PanelLayout::named($name);
        if (!$swallows && !$this->layout->isEven()) {
            throw ImpossiblePanels::unlikeColumns();
        }
    }

    /** All that they cover of a wall, with the gaps. */
    public function wall(PrintSize $trim): PrintSize
    {
        if ($this->swallows) {
            return $trim;
        }
        $with = fn (Length $side, int $gaps): Length => Length::millimetres($side->inMillimetres() + $gaps * $this->gap->inMillimetres());

        return new PrintSize(
            $with($trim->width, \count($this->layout->columns) - 1),
            $with($trim->height, \count($this->layout->columns[0]->rows) - 1),
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
