<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** A line as it was set, in ems. */
final readonly class GlyphLine
{
    /**
     * @param list<Glyph>  $glyphs    from left to right
     * @param float        $width     of the whole line, without the space after its last letter
     * @param float        $capHeight of a capital letter
     * @param list<string> $missing   letters that the face does not have; nothing is drawn for them
     */
    public function __construct(
        public array $glyphs,
        public float $width,
        public float $capHeight,
        public array $missing = [],
    ) {
    }

    /**
     * On a straight line, or bent along a circle on which each letter stands upright: its foot's middle touches the circle.
     *
     * @param float $arc degrees that the line takes of the circle, up like a bridge, or, below zero, down like a bowl
     *
     * @return VectorPath from the middle of the line's width on its baseline
     */
    public function outline(float $arc): VectorPath
    {
        if (0.0 === $arc || 0.0 === $this->width) {
            return VectorPath::joined(array_map(
                fn (Glyph $glyph): VectorPath => $glyph->outline->placed(1.0, $glyph->x - $this->width / 2, $glyph->y),
                $this->glyphs,
            ));
        }
        $radius = $this->width / deg2rad($arc);

        return VectorPath::joined(array_map(function (Glyph $glyph) use ($radius): VectorPath {
            $turn = ($glyph->x + $glyph->advance / 2 - $this->width / 2) / $radius;

            return $glyph->outline
                ->placed(1.0, -$glyph->advance / 2, $glyph->y)
                ->placed(1.0, $radius * sin($turn), $radius * (1 - cos($turn)), $turn);
        }, $this->glyphs));
    }

    /** How thick its thinnest strokes are; null where nothing is drawn. */
    public function thinnest(): ?float
    {
        $strokes = array_map(static fn (Glyph $glyph): float => StrokeMeter::thinnest($glyph->outline) ?? \INF, $this->glyphs);
        $least = min([\INF, ...$strokes]);

        return \INF === $least ? null : $least;
    }
}
