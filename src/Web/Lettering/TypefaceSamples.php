<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Lettering\FaceChoice;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\Lettering\Face;
use Snugfit\Pixels\Lettering\FaceShelf;

/** The typefaces there are, each with its own name set in it. */
final readonly class TypefaceSamples
{
    private const WEIGHT = 500;

    public function __construct(private FaceShelf $shelf, private Typesetter $typesetter)
    {
    }

    /**
     * A face without letters for its own name has no outlines.
     *
     * @return list<array{code: string, label: string, isOwn: bool, path: string, width: float}> of 20 units' size, on a baseline at 0
     */
    public function all(): array
    {
        $faces = array_values($this->shelf->all());
        try {
            $lines = $this->typesetter->set(array_map(self::name(...), $faces));
        } catch (ImpossibleLettering) {
            $lines = array_map($this->alone(...), $faces);
        }

        return array_map(static fn (Face $face, GlyphLine $line): array => [
            'code' => $face->code,
            'label' => $face->label,
            'isOwn' => $face->isOwn,
            'path' => $line->outline(0.0)->placed(20 / LetteredLine::UNITS, 10 * $line->width, 0.0)->toSvg(),
            'width' => 20 * $line->width,
        ], $faces, $lines);
    }

    /** Of a file that went bad since it was given, nothing. */
    private function alone(Face $face): GlyphLine
    {
        try {
            return $this->typesetter->set([self::name($face)])[0];
        } catch (ImpossibleLettering) {
            return new GlyphLine([], 0.0, 0.0);
        }
    }

    private static function name(Face $face): Words
    {
        return new Words($face->label, new FaceChoice($face->code, self::WEIGHT));
    }
}
