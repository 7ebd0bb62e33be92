<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/**
 * Where paints meet, as chains of pixels' sides between the places where three of them do, and the rings of chains round each area.
 *
 * A chain is named with whether it is gone backwards.
 *
 * @phpstan-type Directed array{int, bool}
 */
final class BorderGraph
{
    /** @var list<Chain> */
    public array $chains = [];

    /** @var list<array{int, non-empty-list<non-empty-list<Directed>>, int}> paint, rings with the rim first, pixels */
    public array $areas = [];

    private function __construct(private readonly int $width)
    {
    }

    /** @param string $map as PaintMap has it */
    public static function of(string $map, int $width): self
    {
        $made = new self($width);
        $made->chains = ChainFinder::find($map, $width);
        $made->findAreas();

        return $made;
    }

    private function findAreas(): void
    {
        // Every chain, both ways, by the corner where it begins and the way it goes there.
        $starts = [];
        foreach ($this->chains as $number => $chain) {
            $starts[$chain->corners[0] << 2 | $chain->ways[0]] = [$number, false];
            $starts[$chain->end() << 2 | ($chain->endWay() + 2) % 4] = [$number, true];
        }
        $ringOf = [];
        $rings = [];
        foreach ($starts as $first) {
            if (isset($ringOf[self::key($first)]) || PaintMap::OUTSIDE === $this->paintOf($first)) {
                continue;
            }
            $ring = [];
            $next = $first;
            do {
                $ring[] = $next;
                $ringOf[self::key($next)] = \count($rings);
                $next = $this->after($next, $starts);
            } while (self::key($next) !== self::key($first));
            $rings[] = $ring;
        }
        $this->assemble($rings, $ringOf);
    }

    /** @param Directed $directed */
    private static function key(array $directed): int
    {
        return $directed[0] << 1 | ($directed[1] ? 1 : 0);
    }

    /** @param Directed $directed */
    private function paintOf(array $directed): int
    {
        return $directed[1] ? $this->chains[$directed[0]]->right : $this->chains[$directed[0]]->left;
    }

    /**
     * Which chain goes on round the same area, to its left.
     *
     * @param Directed             $directed
     * @param array<int, Directed> $starts
     *
     * @return Directed
     */
    private function after(array $directed, array $starts): array
    {
        $chain = $this->chains[$directed[0]];
        if ($chain->isLoop) {
            return $directed;
        }
        [$corner, $way] = $directed[1]
            ? [$chain->corners[0], ($chain->ways[0] + 2) % 4]
            : [$chain->end(), $chain->endWay()];
        foreach ([($way + 3) % 4, $way, ($way + 1) % 4] as $try) {
            if (isset($starts[$corner << 2 | $try])) {
                return $starts[$corner << 2 | $try];
            }
        }
        throw new \LogicException('A ring of borders that ends.');
    }

    /**
     * @param list<non-empty-list<Directed>> $rings
     * @param array<int, int>                $ringOf
     */
    private function assemble(array $rings, array $ringOf): void
    {
        [$sizes, $bySide] = [[], []];
        foreach ($rings as $number => $ring) {
            $sizes[$number] = 0;
            foreach ($ring as [$chain, $isBack]) {
                $sizes[$number] += ($isBack ? -1 : 1) * $this->doubleArea($this->chains[$chain]);
            }
        }
        foreach ($this->chains as $number => $chain) {
            foreach ([false, true] as $isBack) {
                $ring = $ringOf[$number << 1 | ($isBack ? 1 : 0)] ?? null;
                if (null === $ring) {
                    continue;
                }
                foreach ($chain->ways as $i => $way) {
                    // A side whose right-hand pixel is in the area: gone down forwards, or up backwards.
                    if (($isBack ? 3 : 1) === $way) {
                        $bySide[$isBack ? $chain->corners[$i + 1] : $chain->corners[$i]] = $ring;
                    }
                }
            }
        }
        // Of an area, the rim runs against the clock, on paper; holes run with it.
        $rimOf = [];
        foreach ($rings as $number => $ring) {
            if ($sizes[$number] < 0) {
                $rimOf[$number] = $number;
            }
        }
        [$holes, $areas] = [[], []];
        foreach ($rings as $number => $ring) {
            if (!isset($rimOf[$number])) {
                $rim = $this->rim($number, $bySide, $rimOf, $rings);
                $rimOf[$number] = $rim;
                $holes[$rim][] = $number;
            }
        }
        foreach ($rings as $number => $ring) {
            if ($rimOf[$number] === $number) {
                $inner = $holes[$number] ?? [];
                $size = -$sizes[$number];
                foreach ($inner as $hole) {
                    $size -= $sizes[$hole];
                }
                $all = [$ring, ...array_map(static fn (int $hole): array => $rings[$hole], $inner)];
                $areas[] = [$this->paintOf($ring[0]), $all, intdiv($size, 2)];
            }
        }
        $this->areas = $areas;
    }

    private function doubleArea(Chain $chain): int
    {
        $sum = 0;
        $w = $this->width;
        foreach ($chain->ways as $i => $way) {
            // Only what goes up or down sweeps an area.
            if (1 === $way) {
                $sum += 2 * ($chain->corners[$i] % $w);
            } elseif (3 === $way) {
                $sum -= 2 * ($chain->corners[$i] % $w);
            }
        }

        return $sum;
    }

    /**
     * The rim of the area that a hole is in: leftwards from it, ring by ring.
     *
     * @param array<int, int>                $bySide
     * @param array<int, int>                $rimOf
     * @param list<non-empty-list<Directed>> $rings
     */
    private function rim(int $hole, array $bySide, array $rimOf, array $rings): int
    {
        $seen = [];
        $ring = $hole;
        while (!isset($rimOf[$ring]) && !isset($seen[$ring])) {
            $seen[$ring] = true;
            $at = $this->leftOf($rings[$ring]);
            while (!isset($bySide[$at])) {
                --$at;
            }
            $ring = $bySide[$at];
        }

        return $rimOf[$ring] ?? throw new \LogicException('A hole in nothing.');
    }

    /**
     * A pixel of the area beside the leftmost side of one of its holes.
     *
     * @param non-empty-list<Directed> $ring
     */
    private function leftOf(array $ring): int
    {
        [$least, $pixel] = [\PHP_INT_MAX, 0];
        foreach ($ring as [$number, $isBack]) {
            $chain = $this->chains[$number];
            foreach ($chain->ways as $i => $way) {
                // Gone up forwards, or down backwards, the area lies to the left of the side.
                if (($isBack ? 1 : 3) === $way) {
                    $top = $isBack ? $chain->corners[$i] : $chain->corners[$i + 1];
                    if ($top % $this->width < $least) {
                        [$least, $pixel] = [$top % $this->width, $top - 1];
                    }
                }
            }
        }

        return $pixel;
    }
}
