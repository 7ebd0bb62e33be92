<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

/** A piece of an outline, from where the one before it ended. Places are x and y in pixels of the picture. */
interface Segment
{
    /** @return array{float, float} */
    public function end(): array;

    /**
     * The same way back, for whom lies on its other side.
     *
     * @param array{float, float} $start where it begins now
     */
    public function reversedFrom(array $start): self;

    /**
     * As path data of SVG (SVG 1.1, 8.3): one command with absolute places.
     *
     * @param \Closure(float): string $number
     */
    public function path(\Closure $number): string;

    /**
     * As one or more cubic Béziers, for formats that have no others.
     *
     * @param array{float, float} $start
     *
     * @return list<CubicSegment>
     */
    public function cubicsFrom(array $start): array;

    /** As it is on the other side of a line. */
    public function mirrored(Mirror $mirror): self;

    /** With all places so many times as far from the picture's corner. */
    public function scaled(float $times): self;
}
