<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementReason;
use Snugfit\Core\Fit\PlacementWarnings;
use Snugfit\Core\Lettering\Contrast;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteringLayout;
use Snugfit\Core\Lettering\LetteringWarnings;
use Snugfit\Core\Lettering\SetLine;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\PanelLayout;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Product\ProductFamily;
use Snugfit\Core\Proof\SnugGauge;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Shop\PlannedPlacement;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;

/** Writes figures for people: units shown, digits grouped, no more places than mean something. */
final readonly class FigureFormatter
{
    public function __construct(private PersonalUnit $person, private RecipeBuilder $recipes)
    {
    }

    #[AsTwigFunction('person_unit')]
    public function personUnit(): string
    {
        return $this->person->unit()->value;
    }

    /** Why a placement got its verdict; the verdict's own words come first, then a full stop. */
    #[AsTwigFunction('why')]
    public function why(Placement $placement): string
    {
        return PlacementReason::of($placement);
    }

    #[AsTwigFunction('gauge')]
    public function gauge(Placement $placement): SnugGauge
    {
        return SnugGauge::of($placement);
    }

    /** The key of the family that a product belongs to. */
    #[AsTwigFunction('proportion')]
    public function proportion(Product $product): string
    {
        return ProductFamily::of($product)->key;
    }

    /** @return list<string> */
    #[AsTwigFunction('placement_warnings')]
    public function placementWarnings(PlannedPlacement $placed): array
    {
        return [
            ...PlacementWarnings::of($placed->placement, $placed->artwork->facts(), $placed->artwork->keepBoxes()),
            ...$this->wordsWarned($placed),
        ];
    }

    /** The words on a print in its own pixels; null where there are none, or where they cannot be set. */
    #[AsTwigFunction('words_on')]
    public function wordsOn(PlannedPlacement $placed): ?Lettered
    {
        try {
            return LetteringLayout::lettered($this->recipes->lines($placed->placement, $placed->effective->lettering()));
        } catch (ImpossibleLettering) {
            return null;
        }
    }

    /** @return list<string> how a picture can hang in pieces, beside columns and rows */
    #[AsTwigFunction('piece_layouts')]
    public function pieceLayouts(): array
    {
        return array_keys(PanelLayout::shipped());
    }

    /** @return list<string> what may go wrong with the words on a print */
    #[AsTwigFunction('words_warned')]
    public function wordsWarned(PlannedPlacement $placed): array
    {
        try {
            return LetteringWarnings::of($this->recipes->lines($placed->placement, $placed->effective->lettering()), $placed->placement);
        } catch (ImpossibleLettering $e) {
            return [$e->sentence()];
        }
    }

    /** The contrast that a line of words needs to read well at its size. */
    #[AsTwigFunction('wcag_least')]
    public function leastContrast(SetLine $line): float
    {
        return Contrast::least($line->em->in(Unit::Point), $line->line->style->face->weight);
    }

    /** A length in the person's unit, with it. */
    #[AsTwigFilter('as_length')]
    public function length(Length $length): string
    {
        return $this->amount($length).' '.$this->person->unit()->value;
    }

    #[AsTwigFilter('print_size')]
    public function printSize(PrintSize $size): string
    {
        return $this->amount($size->width).' × '.$this->amount($size->height).' '.$this->person->unit()->value;
    }

    /** How large a product is: its trim, or the rule that keeps a picture's own proportions. */
    #[AsTwigFilter('product_size')]
    public function productSize(Product $product): string
    {
        return null === $product->freeSize ? $this->printSize($product->trim) : (string) $product->freeSize;
    }

    /** As short as the value allows: 300, 137.5. */
    #[AsTwigFilter('plain')]
    public function plain(float $value, int $places = 1): string
    {
        $text = number_format($value, $places);

        return $places > 0 ? rtrim(rtrim($text, '0'), '.') : $text;
    }

    #[AsTwigFilter('ppi')]
    public function ppi(float $value): string
    {
        return number_format($value, $value < 20 ? 1 : 0);
    }

    /** Cut to so many characters. */
    #[AsTwigFilter('fitting')]
    public function fitting(string $text, int|float $characters): string
    {
        return mb_strimwidth($text, 0, max(2, (int) $characters), '…');
    }

    #[AsTwigFilter('percent')]
    public function percent(float $share): string
    {
        return number_format(100 * $share, $share > 0 && $share < 0.0095 ? 1 : 0).'%';
    }

    #[AsTwigFilter('times')]
    public function times(float $factor): string
    {
        return '×'.number_format($factor, $factor < 10 ? 2 : ($factor < 100 ? 1 : 0));
    }

    #[AsTwigFilter('bytes')]
    public function bytes(int|float $bytes): string
    {
        return match (true) {
            $bytes < 1000 => number_format($bytes).' B',
            $bytes < 1e6 => number_format($bytes / 1e3).' kB',
            $bytes < 1e9 => number_format($bytes / 1e6, $bytes < 1e7 ? 1 : 0).' MB',
            default => number_format($bytes / 1e9, 2).' GB',
        };
    }

    #[AsTwigFilter('duration')]
    public function duration(float $seconds): string
    {
        return match (true) {
            $seconds < 1 => 'under 1 s',
            $seconds < 90 => \sprintf('%d s', (int) ceil($seconds)),
            $seconds < 5400 => \sprintf('%d min', (int) ceil($seconds / 60)),
            default => \sprintf('%.1f h', $seconds / 3600),
        };
    }

    private function amount(Length $length): string
    {
        $unit = $this->person->unit();

        return $this->plain($length->in($unit), match ($unit) {
            // Sixteenths, as bleeds are given, need more places than other inches are worth.
            Unit::Inch => 0 === $length->ticks % 57_150 ? 4 : 2,
            Unit::Centimetre => 2,
            default => 1,
        });
    }
}
