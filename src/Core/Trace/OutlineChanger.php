<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** Outlines and changes by hand -> outlines. */
final class OutlineChanger
{
    /** @param list<OutlineChange> $changes */
    public static function change(Outlines $outlines, array $changes): Outlines
    {
        foreach ($changes as $change) {
            $outlines = null === $change->at ? self::recoloured($outlines, $change) : self::at($outlines, $change->at, $change->to);
        }

        return $outlines;
    }

    private static function recoloured(Outlines $outlines, OutlineChange $change): Outlines
    {
        return $outlines->with(array_map(
            static fn (Paint $paint): Paint => $paint->colour === $change->of && !$paint->isNothing()
                ? self::paint($change->to, $change->name)
                : $paint,
            $outlines->paints,
        ), $outlines->shapes);
    }

    /** @param array{float, float} $place in shares of the picture */
    private static function at(Outlines $outlines, array $place, ?string $to): Outlines
    {
        [$x, $y] = [$place[0] * $outlines->width, $place[1] * $outlines->height];
        $shapes = $outlines->shapes;
        foreach ($shapes as $i => $shape) {
            if (self::isWithin($outlines, $shape, $x, $y)) {
                $shapes[$i] = $shape->painted(\count($outlines->paints));

                return $outlines->with([...$outlines->paints, self::paint($to)], $shapes);
            }
        }

        return $outlines;
    }

    private static function paint(?string $colour, ?string $name = null): Paint
    {
        return null === $colour ? new Paint('ffffff', 0.0) : new Paint($colour, name: $name);
    }

    /** Whether a line from the place to the right crosses the shape's outline an odd number of times. */
    private static function isWithin(Outlines $outlines, Shape $shape, float $x, float $y): bool
    {
        $isWithin = false;
        foreach ($shape->rings as $ring) {
            $points = $outlines->points($ring);
            foreach ($points as $i => [$ax, $ay]) {
                [$bx, $by] = $points[($i + 1) % \count($points)];
                if (($ay > $y) !== ($by > $y) && $x < $ax + ($y - $ay) / ($by - $ay) * ($bx - $ax)) {
                    $isWithin = !$isWithin;
                }
            }
        }

        return $isWithin;
    }
}
