<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\FitMode;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Web\Shared\PlacementSvg;

/** What the framing room draws: the geometry of a placement, how its picture is turned, what shall stay in it. */
final readonly class FramingStage
{
    private function __construct(private PlannedPlacement $placed, private ?Lettered $words)
    {
    }

    /** @param ?Lettered $words that lie on the print */
    public static function of(PlannedPlacement $placed, ?Lettered $words): self
    {
        return new self($placed, $words);
    }

    /** @return list<array{d: string, fill: string, stroke: string, width: float}> in shares of a thousandth of the paper's width */
    private function words(): array
    {
        $print = $this->placed->placement->output;
        if (null === $print || null === $this->words) {
            return [];
        }

        return array_map(static fn (LetteredLine $line): array => [
            'd' => $line->drawn()->toSvg(),
            'fill' => '#'.$line->colour,
            'stroke' => '#'.$line->outlineColour,
            'width' => 2 * $line->outline,
        ], $this->words->scaled(1000 / $print->size->width)->lines);
    }

    /** @return array<string, mixed> what the page's own drawing starts from */
    public function toArray(): array
    {
        $placement = $this->placed->placement;
        $framing = $placement->framing;
        $transform = $placement->transform;
        $upright = $placement->artwork->size;
        $product = $placement->product;
        $isWhole = FitMode::Whole === $framing->fitMode;
        $focus = $placement->artwork->isVector ? null : $this->placed->artwork->facts()->focus;

        return (new StageGeometry($placement))->toArray() + [
            'upright' => [$upright->width, $upright->height],
            'transform' => PlacementSvg::transform($transform, $upright),
            'flip' => $transform->flip,
            'turn' => $transform->turn->value,
            'colour' => $isWhole || BleedSource::Colour === $framing->bleedSource ? '#'.$framing->colour : null,
            'edge' => $isWhole ? $framing->edgeFill->value : $framing->bleedSource->edge()?->value,
            'orientation' => $product->orientation()->value,
            'keep' => array_map(
                static fn (FractionBox $box): array => $transform->box($box)->toList(),
                $this->placed->artwork->keepBoxes(),
            ),
            'keepUpright' => array_map(static fn (FractionBox $box): array => $box->toList(), $this->placed->artwork->keepBoxes()),
            'focus' => null === $focus ? null : $transform->box($focus)->toList(),
            'words' => $this->words(),
        ];
    }
}
