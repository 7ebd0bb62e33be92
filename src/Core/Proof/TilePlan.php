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

    /**
     * A strip out of it on one sheet, as long as the paper lets it: to hold beside the print.
     *
     * @param float $across where its middle lies, in shares of the print
     *
     * @throws ImpossibleTiles
     */
    public static function strip(
        PixelSize $print,
        Ppi $ppi,
        PrintSize $paper,
        Length $margin,
        Length $height,
        float $across,
        float $down,
    ): self {
        $lying = $paper->width->isLongerThan($paper->height) ? $paper : $paper->turned();
        [$wide, $high] = self::reached($lying, $margin, $ppi);
        $width = min($wide, $print->width);
        $height = min($high, $print->height, max(1, self::pixels($height->inMillimetres(), $ppi)));
        if ($wide < 1 || $high < 1) {
            throw ImpossibleTiles::nothingLeft();
        }
        $start = static fn (float $share, int $of, int $length): int => max(0, min($of - $length, (int) round($share * $of - $length / 2)));
        $window = new PixelWindow($start($across, $print->width, $width), $start($down, $print->height, $height), $width, $height);

        return new self([new Tile(1, 1, $window)], 1, 1, $lying, $margin);
    }

    /** @return array{int, int} the pixels of a print that a printer reaches on a sheet */
    private static function reached(PrintSize $paper, Length $margin, Ppi $ppi): array
    {
        $edges = 2 * $margin->inMillimetres();

        return [self::pixels($paper->width->inMillimetres() - $edges, $ppi), self::pixels($paper->height->inMillimetres() - $edges, $ppi)];
    }

    private static function pixels(float $millimetres, Ppi $ppi): int
    {
        return (int) floor($millimetres / 25.4 * $ppi->value);
    }

    private static function grid(PixelSize $print, Ppi $ppi, PrintSize $paper, Length $margin, Length $overlap): self
    {
        [$wide, $high] = self::reached($paper, $margin, $ppi);
        $again = self::pixels($overlap->inMillimetres(), $ppi);
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
