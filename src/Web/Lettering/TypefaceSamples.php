<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\Lettering\FaceChoice;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\Lettering\FaceShelf;

/** The typefaces there are, each with its own name set in it. */
final readonly class TypefaceSamples
{
    private const WEIGHT = 500;

    public function __construct(private FaceShelf $shelf, private Typesetter $typesetter)
    {
    }

    /** @return list<array{code: string, label: string, isOwn: bool, path: string, width: float}> outlines of 20 units' size on a baseline at 0 */
    public function all(): array
    {
        $samples = [];
        foreach ($this->shelf->all() as $face) {
            try {
                [$line] = $this->typesetter->set([new Words($face->label, new FaceChoice($face->code, self::WEIGHT))]);
            } catch (ImpossibleLettering) {
                continue;
            }
            $samples[] = [
                'code' => $face->code,
                'label' => $face->label,
                'isOwn' => $face->isOwn,
                'path' => $line->outline(0.0)->placed(20.0, 10 * $line->width, 0.0)->toSvg(),
                'width' => 20 * $line->width,
            ];
        }

        return $samples;
    }
}
