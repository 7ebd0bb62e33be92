<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

use Snugfit\Core\Trace\TraceSettings;

/** Even areas -> the few paints that they are of: colours that look alike are one, soft shading is a gradient. */
final readonly class AreaPaints
{
    /** Pixels of an area that has a paint of its own, unless it is like another. */
    private const LEAST = 12;

    /** CIEDE2000 within which colours of a clean picture are one; for each level of its noise, so much more. */
    private const ALIKE = 2.5;
    private const ALIKE_NOISY = 0.2;

    /** Of an area's deviation by itself: a gradient explains it where it leaves no more. */
    private const EXPLAINED = 0.45;

    /** Paints that one byte tells, but for those that mean none. */
    public const MOST = 220;

    /**
     * @param list<PixelPaint> $paints
     * @param array<int, int>  $byArea  which paint, by an area's number
     * @param array<int, int>  $mottled pixels of areas that are neither even nor graded, by their numbers
     * @param array<int, int>  $stepped pixels of areas in which each has the paint that is nearest
     */
    private function __construct(public array $paints, public array $byArea, public array $mottled, public array $stepped)
    {
    }

    /**
     * @param string $pixels bytes of the picture, row by row
     * @param int    $bands  3, or 4 with the opacity last and the colours times it
     */
    public static function of(FlatAreas $areas, string $pixels, int $bands, TraceSettings $settings): self
    {
        [$looked, $slopes] = AreaSamples::of($areas, $pixels, $bands);
        $even = $areas->threshold / 6;
        [$graded, $mottled, $flat] = [[], [], []];
        foreach ($areas->counts as $number => $count) {
            $some = $looked[$number] ?? [];
            $off = [] === $some ? 0.0 : AreaSamples::deviation($some, $areas->means[$number]);
            if ($off <= $even) {
                $flat[$number] = $count;
                continue;
            }
            $gradient = GradientFinder::find($some, $slopes[$number] ?? [], min(self::EXPLAINED * $off, 2.5 + $even));
            if (null !== $gradient && \count($graded) < self::MOST - TraceSettings::MOST_COLOURS) {
                $graded[$number] = $gradient;
            } elseif ($off <= 2.5 * $even + $areas->noise || \count($some) < 6) {
                $flat[$number] = $count;
            } else {
                $mottled[$number] = $count;
            }
        }
        $shaded = $mottled;
        if (!$settings->gradients) {
            foreach (array_keys($graded) as $number) {
                $shaded[$number] = $areas->counts[$number];
            }
            $graded = [];
        }
        $alike = self::ALIKE + self::ALIKE_NOISY * $areas->noise;
        $fewest = (int) (self::LEAST * (1 + $areas->noise / 2));
        [$paints, $byArea] = PaintMerger::merged($flat, $areas->means, $alike, $fewest, $settings->colours, $areas->noise);
        foreach ($graded as $number => $gradient) {
            $byArea[$number] = \count($paints);
            $paints[] = $gradient;
        }

        $paints = self::withSteps($paints, $shaded, $looked, $settings->colours);
        if ([] === $paints) {
            // Nothing is even anywhere: one colour for all.
            $paints[] = new PixelPaint(AreaSamples::meanOf($pixels, $bands));
            $byArea[0] = 0;
        }

        return new self($paints, $byArea, $mottled, $shaded);
    }

    /**
     * With colours for what is shaded and gets no gradient: steps that differ enough to be seen as such.
     *
     * @param list<PixelPaint>                                   $paints
     * @param array<int, int>                                    $shaded pixels, by an area's number
     * @param array<int, list<array{int, int, list<int>}>>       $looked
     *
     * @return list<PixelPaint>
     */
    private static function withSteps(array $paints, array $shaded, array $looked, ?int $wanted): array
    {
        $counts = [];
        foreach (array_keys($shaded) as $number) {
            foreach ($looked[$number] ?? [] as [, , $samples]) {
                $coarse = implode(',', array_map(static fn (int $level): int => 12 * intdiv($level, 12) + 6, $samples));
                $counts[$coarse] = ($counts[$coarse] ?? 0) + 1;
            }
        }
        arsort($counts);
        $most = min($wanted ?? TraceSettings::MOST_COLOURS, TraceSettings::MOST_COLOURS);
        $labs = array_map(static fn (PixelPaint $paint): array => PaintMerger::lab($paint->levels), $paints);
        foreach (array_keys($counts) as $coarse) {
            if (\count($paints) >= $most) {
                break;
            }
            $levels = array_map(floatval(...), explode(',', (string) $coarse));
            $lab = PaintMerger::lab($levels);
            foreach ($labs as $other) {
                if (PaintMerger::difference($lab, $other) < 6.0) {
                    continue 2;
                }
            }
            $labs[] = $lab;
            $paints[] = new PixelPaint($levels);
        }

        return $paints;
    }
}
