<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

use Snugfit\Core\JsonReader;

/** Outlines as plain numbers, to be kept, and back. */
final class OutlineRecord
{
    /** @return array<string, mixed> */
    public static function of(Outlines $outlines): array
    {
        return [
            'width' => $outlines->width,
            'height' => $outlines->height,
            'paints' => array_map(self::paint(...), $outlines->paints),
            'borders' => array_map(self::border(...), $outlines->borders),
            'shapes' => array_map(
                static fn (Shape $shape): array => [
                    $shape->paint,
                    $shape->rings,
                    ...null === $shape->pen ? [] : [self::border($shape->pen->middle), $shape->pen->width, $shape->pen->isRound],
                ],
                $outlines->shapes,
            ),
        ];
    }

    /** @return array{float, float, list<list<float|int>>} where it begins, and its segments */
    private static function border(Border $border): array
    {
        return [...$border->start, array_map(self::segment(...), $border->segments)];
    }

    /** @return array<string, mixed> */
    private static function paint(Paint $paint): array
    {
        $gradient = $paint->gradient;

        return [
            'colour' => $paint->colour,
            'opacity' => $paint->opacity,
            ...null === $gradient ? [] : [
                'radial' => $gradient->isRadial,
                'places' => [...$gradient->from, ...$gradient->to],
                'stops' => array_map(
                    static fn (array $stop): array => ['at' => $stop[0], 'colour' => $stop[1]->colour, 'opacity' => $stop[1]->opacity],
                    $gradient->stops,
                ),
            ],
        ];
    }

    /** @return list<float|int> the end, then what kind needs: nothing, two handles, or radius, long way and turn */
    private static function segment(Segment $segment): array
    {
        return match (true) {
            $segment instanceof CubicSegment => [...$segment->end(), ...$segment->first, ...$segment->second],
            $segment instanceof ArcSegment => [...$segment->end(), $segment->radius, $segment->isLarge ? 1 : 0, $segment->turns ? 1 : 0],
            default => $segment->end(),
        };
    }

    public static function read(JsonReader $record): Outlines
    {
        $fields = $record->toArray();
        /** @var list<array{float, float, list<list<float>>}> $borders */
        $borders = \is_array($fields['borders'] ?? null) ? $fields['borders'] : [];
        /**
         * @var list<array{
         *     0: int, 1: non-empty-list<list<array{int, bool}>>, 2?: array{float, float, list<list<float>>}, 3?: float, 4?: bool,
         * }> $shapes
         */
        $shapes = \is_array($fields['shapes'] ?? null) ? $fields['shapes'] : [];

        return new Outlines(
            $record->float('width'),
            $record->float('height'),
            array_map(self::readPaint(...), $record->records('paints')),
            array_map(self::readBorder(...), $borders),
            array_map(static fn (array $shape): Shape => new Shape(
                $shape[0],
                $shape[1],
                isset($shape[2]) ? new Pen(self::readBorder($shape[2]), (float) ($shape[3] ?? 1.0), $shape[4] ?? false) : null,
            ), $shapes),
        );
    }

    /** @param array{float, float, list<list<float>>} $border */
    private static function readBorder(array $border): Border
    {
        return new Border([(float) $border[0], (float) $border[1]], array_map(self::readSegment(...), $border[2]));
    }

    private static function readPaint(JsonReader $paint): Paint
    {
        $gradient = null;
        if ($paint->has('stops')) {
            $places = [...$paint->floats('places'), 0.0, 0.0, 0.0, 0.0];
            $stops = array_map(
                static fn (JsonReader $stop): array => [$stop->float('at'), new Paint($stop->string('colour'), $stop->float('opacity'))],
                $paint->records('stops'),
            );
            $gradient = [] === $stops
                ? null
                : new Gradient($paint->bool('radial'), [$places[0], $places[1]], [$places[2], $places[3]], $stops);
        }

        return new Paint($paint->string('colour'), $paint->float('opacity'), $gradient);
    }

    /** @param list<float|int> $numbers */
    private static function readSegment(array $numbers): Segment
    {
        $number = array_map(floatval(...), $numbers);
        $end = [$number[0] ?? 0.0, $number[1] ?? 0.0];

        return match (\count($number)) {
            6 => new CubicSegment([$number[2], $number[3]], [$number[4], $number[5]], $end),
            5 => new ArcSegment($number[2], $number[3] > 0.5, $number[4] > 0.5, $end),
            default => new LineSegment(...$end),
        };
    }
}
