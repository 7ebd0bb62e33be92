<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PlacementWarnings;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\PanelPlan;

/** What a person should know of the words on a print before printing it. */
final readonly class LetteringWarnings
{
    /** Millimetres under which a stroke may fail to print (common practice). */
    public const THIN = 0.25;

    /** Points under which letters are hard to print and to read (common practice). */
    private const SMALL = 5.0;

    /**
     * @param list<SetLine> $set
     *
     * @return list<string> sentences
     */
    public static function of(array $set, Placement $placement): array
    {
        return array_merge(...array_map(static fn (SetLine $line): array => self::ofLine($line, $placement), $set));
    }

    /** @return list<string> */
    public static function ofLine(SetLine $line, Placement $placement): array
    {
        $said = \sprintf('"%s"', mb_strimwidth('' === $line->laid->text ? $line->line->text : $line->laid->text, 0, 30, '…'));
        $warnings = array_map(
            static fn (string $name): string => \sprintf('Nothing stands for {%s} here; it is left out.', $name),
            array_values(array_unique($line->wordless)),
        );
        if ([] !== $line->glyphs->missing) {
            $warnings[] = \sprintf('%s has letters that its typeface lacks: %s.', $said, implode(' ', $line->glyphs->missing));
        }
        $outside = self::outside($line->laid, $placement);
        if (null !== $outside) {
            $warnings[] = \sprintf('%s %s.', $said, $outside);
        }
        if (self::isCutByGap($line->laid, $placement)) {
            $warnings[] = \sprintf('%s goes over a gap between the pieces.', $said);
        }
        $points = $line->em->in(Unit::Point);
        if ($points < self::SMALL - 1e-6) {
            $warnings[] = \sprintf('%s is set at %s pt; under %d pt is hard to read.', $said, self::figure($points), self::SMALL);
        }

        return [...$warnings, ...self::thin($line, $said)];
    }

    /** @return list<string> */
    private static function thin(SetLine $line, string $said): array
    {
        $warnings = [];
        $strokes = null === $line->glyphs->thinnest ? null : $line->glyphs->thinnest * $line->em->inMillimetres();
        $outline = $line->line->style->outline;
        // A line round the letters carries them, whatever their own strokes are.
        if (null !== $strokes && $strokes < self::THIN && (null === $outline || $outline->colour !== $line->line->style->colour)) {
            $warnings[] = \sprintf(
                '%s has strokes of %s mm; under %s mm may not print.', $said, self::figure($strokes), self::THIN,
            );
        }
        if (null !== $outline && $outline->width->inMillimetres() < self::THIN) {
            $warnings[] = \sprintf(
                '%s has an outline of %s mm; under %s mm may not print.', $said, self::figure($outline->width->inMillimetres()), self::THIN,
            );
        }

        return $warnings;
    }

    /** What follows a line's name, where it leaves the safe area. */
    private static function outside(LetteredLine $line, Placement $placement): ?string
    {
        $bounds = $line->bounds();
        $output = $placement->output;
        if (null === $bounds || null === $output) {
            return null;
        }
        $trim = LetteringLayout::trim($placement, $output);
        $margin = PlacementWarnings::safeMargin($placement->product);
        $pixels = min(
            $bounds[0] - $trim->x,
            $bounds[1] - $trim->y,
            $trim->x + $trim->width - $bounds[2],
            $trim->y + $trim->height - $bounds[3],
        );
        $gap = $pixels / $output->ppi->value * 25.4;

        return match (true) {
            $gap < -0.05 => \sprintf('goes %s mm over the trim', self::figure(-$gap)),
            // A pixel's rounding is no fault.
            $gap < $margin->inMillimetres() - 0.05 => \sprintf(
                'comes within %s mm of the trim; %s mm are safe', self::figure(max(0.0, $gap)), self::figure($margin->inMillimetres()),
            ),
            default => null,
        };
    }

    private static function isCutByGap(LetteredLine $line, Placement $placement): bool
    {
        $plan = PanelPlan::ofProduct($placement->product);
        $bounds = $line->bounds();
        $output = $placement->output;
        if (null === $plan || null === $bounds || null === $output) {
            return false;
        }
        $trim = LetteringLayout::trim($placement, $output);
        foreach ($plan->panels as $panel) {
            [$left, $top] = [$trim->x + $panel->pictureLeft->pixelsAt($output->ppi), $trim->y + $panel->pictureTop->pixelsAt($output->ppi)];
            if ($bounds[0] >= $left && $bounds[2] <= $left + $panel->size->width->pixelsAt($output->ppi)
                && $bounds[1] >= $top && $bounds[3] <= $top + $panel->size->height->pixelsAt($output->ppi)) {
                return false;
            }
        }

        return true;
    }

    private static function figure(float $value): string
    {
        return number_format($value, $value < 1 ? 2 : 1);
    }
}
