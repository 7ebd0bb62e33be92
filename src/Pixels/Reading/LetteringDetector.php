<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * Guesses where lettering stands: marks of much the same height, of one tone against their ground, side by side in a line.
 * It finds plain lettering in level lines; what is written along a curve or by hand it misses, and a row of like marks
 * that vary as letters do it takes for a word.
 */
final readonly class LetteringDetector
{
    private const SIDE = 900;

    /** Levels by which a mark differs from the mean around it, and by which most of it must. */
    private const CONTRAST = 28;
    private const STRONG = 52;
    private const AROUND = 18.0;

    /** Height of a mark in pixels of the small copy. */
    private const LEAST = 6;
    private const MOST = 200;

    /** So many marks in a line make a word. */
    private const WORD = 4;
    private const LINES = 24;

    /** Share of all marks of a letter's size that must stand in words. */
    private const OF_ALL = 0.07;

    /**
     * @param Image $picture upright, sRGB, 8 bits, without alpha
     *
     * @return list<FractionBox> lines of lettering, the largest first
     */
    public function guess(Image $picture): array
    {
        $grey = $picture->thumbnail(self::SIDE)->colourspace(Interpretation::BlackAndWhite)->extractBands(0, 1)->copyToMemory();
        $size = $grey->size();
        if (min($size->width, $size->height) < 4 * self::LEAST) {
            return [];
        }
        $mean = $grey->blur(self::AROUND)->copyToMemory();
        $lines = [];
        foreach ([[$mean, $grey], [$grey, $mean]] as [$light, $dark]) {
            $mask = static fn (int $levels): string => $light->isOver($dark, $levels)->cast(BandFormat::Byte)->bytes();
            array_push($lines, ...$this->lines($this->marks($mask(self::CONTRAST), $mask(self::STRONG), $size)));
        }
        $lines = $this->apart($lines);

        return array_map(static fn (ConnectedComponent $line): FractionBox => $line->inFractionsOf($size), $lines);
    }

    /**
     * Connected marks, by runs of each row that touch runs of the row before.
     *
     * @param string $mask   255 where a pixel is marked
     * @param string $strong the same where it is strongly
     *
     * @return list<ConnectedComponent> of a height that letters can have, by their left edges
     */
    private function marks(string $mask, string $strong, PixelSize $size): array
    {
        /** @var list<ConnectedComponent> $all */
        $all = [];
        $above = [];
        for ($y = 0; $y < $size->height; ++$y) {
            $row = substr($mask, $y * $size->width, $size->width);
            $runs = [];
            $at = 0;
            for ($x = strcspn($row, "\xff"); $x < $size->width; $x = $end + strcspn($row, "\xff", $end)) {
                $end = $x + strspn($row, "\xff", $x);
                $touched = [];
                while ($at < \count($above) && $above[$at][1] < $x) {
                    ++$at;
                }
                for ($i = $at; $i < \count($above) && $above[$i][0] <= $end; ++$i) {
                    $touched[] = $above[$i][2]->root();
                }
                if ([] === $touched) {
                    $all[] = $touched[] = new ConnectedComponent($x, $y);
                }
                $mark = ConnectedComponent::united($touched);
                $mark->take($x, $end, $y, substr_count($strong, "\xff", $y * $size->width + $x, $end - $x));
                $runs[] = [$x, $end, $mark];
            }
            $above = $runs;
        }
        $letters = array_filter(
            $all,
            static fn (ConnectedComponent $mark): bool => $mark->isWhole() &&
                $mark->height() >= self::LEAST &&
                $mark->height() <= self::MOST &&
                $mark->width() <= 2.5 * $mark->height() &&
                $mark->width() >= 0.08 * $mark->height() &&
                $mark->fill() > 0.14 &&
                $mark->strength() > 0.5 &&
                $mark->left > 0 &&
                $mark->right < $size->width,
        );
        usort($letters, static fn (ConnectedComponent $one, ConnectedComponent $other): int => $one->left <=> $other->left);

        return $letters;
    }

    /**
     * @param list<ConnectedComponent> $letters by their left edges
     *
     * @return list<ConnectedComponent>
     */
    private function lines(array $letters): array
    {
        $lines = [];
        foreach ($letters as $letter) {
            $best = null;
            foreach ($lines as $i => $line) {
                $last = $line[\count($line) - 1];
                $tall = max($letter->height(), $last->height());
                $gap = $letter->left - $last->right;
                // Capitals and small letters differ by less than half; they share their foot or their middle.
                $isLevel = min(abs($letter->bottom - $last->bottom), abs($letter->middle() - $last->middle())) <= 0.2 * $tall;
                if (
                    $gap >= -0.3 * $tall &&
                    $gap <= 1.1 * $tall &&
                    $isLevel &&
                    min($letter->height(), $last->height()) >= 0.5 * $tall &&
                    (null === $best || $gap < $best[1])
                ) {
                    $best = [$i, $gap];
                }
            }
            if (null === $best) {
                $lines[] = [$letter];
            } else {
                $lines[$best[0]][] = $letter;
            }
        }
        $words = array_filter(
            $lines,
            fn (array $line): bool => \count($line) >= self::WORD && $this->isLevel($line) && $this->varies($line),
        );

        // Among thousands of marks some stand in line by chance.
        return array_sum(array_map(\count(...), $words)) < self::OF_ALL * \count($letters)
            ? []
            : array_values(array_map(ConnectedComponent::round(...), $words));
    }

    /**
     * Most stand on one foot line, whatever hangs below it.
     *
     * @param non-empty-list<ConnectedComponent> $line
     */
    private function isLevel(array $line): bool
    {
        $feet = array_map(static fn (ConnectedComponent $mark): int => $mark->bottom, $line);
        sort($feet);
        $foot = $feet[intdiv(\count($feet), 2)];
        $tall = max(array_map(static fn (ConnectedComponent $mark): int => $mark->height(), $line));
        $level = array_filter($feet, static fn (int $one): bool => abs($one - $foot) <= max(1.0, 0.08 * $tall));

        return \count($level) >= 0.65 * \count($feet);
    }

    /**
     * Letters differ in width and in how much ink they hold; windows, bars and dots in a row do not.
     *
     * @param non-empty-list<ConnectedComponent> $line
     */
    private function varies(array $line): bool
    {
        $fill = array_map(static fn (ConnectedComponent $mark): float => $mark->fill(), $line);
        $mean = array_sum($fill) / \count($fill);

        $widths = self::spread(array_map(static fn (ConnectedComponent $mark): float => (float) $mark->width(), $line));

        return self::spread($fill) > 0.08 && $widths + self::spread($fill) > 0.22 && $mean > 0.25 && $mean < 0.8;
    }

    /** @param non-empty-list<float> $values */
    private static function spread(array $values): float
    {
        $mean = array_sum($values) / \count($values);
        $squares = array_sum(array_map(static fn (float $value): float => ($value - $mean) ** 2, $values));

        return 0.0 === $mean ? 0.0 : sqrt($squares / \count($values)) / $mean;
    }

    /**
     * @param list<ConnectedComponent> $lines
     *
     * @return list<ConnectedComponent> none inside another, as the insides of letters are
     */
    private function apart(array $lines): array
    {
        usort(
            $lines,
            static fn (ConnectedComponent $one, ConnectedComponent $other): int => $other->width() * $other->height() <=>
                $one->width() * $one->height(),
        );
        $kept = [];
        foreach ($lines as $line) {
            if ([] === array_filter($kept, static fn (ConnectedComponent $larger): bool => $larger->holds($line))) {
                $kept[] = $line;
            }
        }

        return \array_slice($kept, 0, self::LINES);
    }
}
