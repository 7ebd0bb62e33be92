<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;

/** A line as it was set, in ems. */
final readonly class GlyphLine
{
    /**
     * @param list<Glyph>  $glyphs    from left to right
     * @param float        $width     of the whole line, without the space after its last letter
     * @param float        $capHeight of a capital letter
     * @param list<string> $missing   letters that the face does not have; nothing is drawn for them
     * @param ?float       $thinnest  how thick its thinnest strokes are; null where nothing is drawn
     */
    public function __construct(
        public array $glyphs,
        public float $width,
        public float $capHeight,
        public array $missing = [],
        public ?float $thinnest = null,
    ) {
    }

    /**
     * On a straight line, or bent along a circle on which each letter stands upright: its foot's middle touches the circle.
     *
     * @param float $arc degrees that the line takes of the circle, up like a bridge, or, below zero, down like a bowl
     *
     * @return VectorPath in thousandths of the em, from the middle of the line's width on its baseline
     */
    public function outline(float $arc): VectorPath
    {
        /** @var \WeakMap<self, array<VectorPath>> $known a batch has the same line on many products */
        static $known = new \WeakMap();
        $lines = $known[$this] ?? [];
        $lines[(string) $arc] ??= $this->drawn($arc)->placed(LetteredLine::UNITS, 0.0, 0.0)->inTenths();
        $known[$this] = $lines;

        return $lines[(string) $arc];
    }

    private function drawn(float $arc): VectorPath
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

    /** @return array<string, mixed> letters that stand there more than once are written once */
    public function toArray(): array
    {
        [$numbers, $outlines, $glyphs] = [[], [], []];
        foreach ($this->glyphs as $glyph) {
            $key = serialize($glyph->outline);
            if (!isset($numbers[$key])) {
                $numbers[$key] = \count($outlines);
                $outlines[] = ['steps' => $glyph->outline->steps, 'points' => $glyph->outline->points];
            }
            $glyphs[] = ['outline' => $numbers[$key], 'place' => [$glyph->x, $glyph->y, $glyph->advance]];
        }

        return [
            'outlines' => $outlines,
            'glyphs' => $glyphs,
            'width' => $this->width,
            'cap_height' => $this->capHeight,
            'missing' => $this->missing,
            'thinnest' => $this->thinnest,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $outlines = array_map(
            static fn (JsonReader $one): VectorPath => new VectorPath($one->string('steps'), $one->floats('points')),
            $record->records('outlines'),
        );
        $glyphs = array_map(static function (JsonReader $one) use ($outlines): Glyph {
            [$x, $y, $advance] = array_pad($one->floats('place'), 3, 0.0);

            return new Glyph($outlines[$one->int('outline')] ?? new VectorPath(), $x, $y, $advance);
        }, $record->records('glyphs'));

        return new self(
            $glyphs,
            $record->float('width'),
            $record->float('cap_height'),
            $record->strings('missing'),
            $record->optionalFloat('thinnest'),
        );
    }
}
