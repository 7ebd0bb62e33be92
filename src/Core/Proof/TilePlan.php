<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;

/** A print at its true size over several sheets of smaller paper, each of which repeats a little of the one before. */
final readonly class TilePlan
{
    /** Sheets that are made at most. */
    public const MOST = 400;

    /** @param list<Tile> $tiles row by row */
    private function __construct(public array $tiles, public int $columns, public int $rows, public PrintSize $paper, public Length $margin)
    {
    }

    /**
     * With the paper the way up that needs fewer sheets.
     *
     * @param PixelSize $print  its pixels
     * @param Length    $margin on every side of the paper that no printer reaches
     *
     * @throws ImpossibleTiles
     */
    public static function of(PixelSize $print, Ppi $ppi, PrintSize $paper, Length $margin, Length $overlap): self
    {
        $upright = self::grid($print, $ppi, $paper, $margin, $overlap);
        $lying = self::grid($print, $ppi, $paper->turned(), $margin, $overlap);
        $plan = \count($lying->tiles) < \count($upright->tiles) ? $lying : $upright;

        return \count($plan->tiles) <= self::MOST ? $plan : throw ImpossibleTiles::tooMany(\count($plan->tiles), self::MOST);
    }

    private static function grid(PixelSize $print, Ppi $ppi, PrintSize $paper, Length $margin, Length $overlap): self
    {
        $pixels = static fn (float $millimetres): int => (int) floor($millimetres / 25.4 * $ppi->value);
        $edges = 2 * $margin->inMillimetres();
        $wide = $pixels($paper->width->inMillimetres() - $edges);
        $high = $pixels($paper->height->inMillimetres() - $edges);
        $again = $pixels($overlap->inMillimetres());
        if ($wide <= 2 * $again || $high <= 2 * $again) {
            throw ImpossibleTiles::nothingLeft();
        }
        [$acrossSteps, $downSteps] = [self::steps($print->width, $wide, $again), self::steps($print->height, $high, $again)];
        $tiles = [];
        foreach ($downSteps as $row => $y) {
            foreach ($acrossSteps as $column => $x) {
                $tiles[] = new Tile($column + 1, $row + 1, new PixelWindow(
                    $x,
                    $y,
                    min($wide, $print->width - $x),
                    min($high, $print->height - $y),
                ));
            }
        }

        return new self($tiles, \count($acrossSteps), \count($downSteps), $paper, $margin);
    }

    /** @return list<int> where each begins */
    private static function steps(int $length, int $window, int $again): array
    {
        $steps = [0];
        for ($at = $window - $again; $at + $again < $length; $at += $window - $again) {
            $steps[] = $at;
        }

        return $steps;
    }
}
