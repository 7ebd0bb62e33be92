<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Trace;

/**
 * A map of paints -> chains of pixels' sides between two of them, from where three meet to where three meet, or round and back. Two
 * pixels that touch at a corner alone hang together where theirs is the rarer paint of the two: lines do.
 */
final class ChainFinder
{
    /** @var list<Chain> */
    private array $chains = [];

    private string $down;
    private string $right;

    /** @var array<int, int> pixels, by paint */
    private array $counts;

    /** @var array<int, int> a step along each of the four ways */
    private array $steps;

    private function __construct(private readonly string $map, private readonly int $width)
    {
        $this->counts = count_chars($map);
        $this->steps = [1, $width, -1, -$width];
        // What lies round the picture is one.
        $round = \chr(PaintMap::OUTSIDE);
        $this->down = $map ^ ($round.substr($map, 0, -1));
        $this->right = $map ^ (str_repeat($round, $width).substr($map, 0, -$width));
    }

    /**
     * @param string $map as PaintMap has it
     *
     * @return list<Chain>
     */
    public static function find(string $map, int $width): array
    {
        $made = new self($map, $width);
        $made->followAll();

        return $made->chains;
    }

    private function followAll(): void
    {
        $junctions = [];
        foreach ([[$this->down, $this->width], [$this->right, 1]] as [$sides, $step]) {
            $at = strspn($sides, "\0");
            $length = \strlen($sides);
            while ($at < $length) {
                foreach ([$at, $at + $step] as $corner) {
                    if (!isset($junctions[$corner]) && $this->isJunction($corner)) {
                        $junctions[$corner] = true;
                    }
                }
                ++$at;
                $at += strspn($sides, "\0", $at);
            }
        }
        foreach (array_keys($junctions) as $corner) {
            for ($way = 0; $way < 4; ++$way) {
                if ($this->has($corner, $way)) {
                    $this->follow($corner, $way, $junctions);
                }
            }
        }
        $at = strspn($this->down, "\0");
        $length = \strlen($this->down);
        while ($at < $length) {
            $this->follow($at, 1, $junctions);
            $at += strspn($this->down, "\0", $at);
        }
    }

    /** Whether more than two paints meet there, or it is one of the picture's own corners. */
    private function isJunction(int $corner): bool
    {
        $map = $this->map;
        $w = $this->width;
        [$a, $b, $c, $d] = [$map[$corner - $w - 1], $map[$corner - $w], $map[$corner - 1], $map[$corner]];
        $sides = ($a !== $b ? 1 : 0) + ($c !== $d ? 1 : 0) + ($a !== $c ? 1 : 0) + ($b !== $d ? 1 : 0);
        if ($sides > 2) {
            return $a !== $d || $b !== $c;
        }
        $outside = \chr(PaintMap::OUTSIDE);

        return 3 === ($a === $outside ? 1 : 0) + ($b === $outside ? 1 : 0) + ($c === $outside ? 1 : 0) + ($d === $outside ? 1 : 0);
    }

    private function has(int $corner, int $way): bool
    {
        return "\0" !== match ($way) {
            0 => $this->right[$corner],
            1 => $this->down[$corner],
            2 => $this->right[$corner - 1],
            default => $this->down[$corner - $this->width],
        };
    }

    /** @param array<int, true> $junctions */
    private function follow(int $corner, int $way, array $junctions): void
    {
        $map = $this->map;
        $w = $this->width;
        [$left, $right] = match ($way) {
            0 => [$map[$corner - $w], $map[$corner]],
            1 => [$map[$corner], $map[$corner - 1]],
            2 => [$map[$corner - 1], $map[$corner - $w - 1]],
            default => [$map[$corner - $w - 1], $map[$corner - $w]],
        };
        $start = $corner;
        [$corners, $ways] = [[$corner], []];
        while (true) {
            switch ($way) {
                case 0: $this->right[$corner] = "\0";
                    break;
                case 1: $this->down[$corner] = "\0";
                    break;
                case 2: $this->right[$corner - 1] = "\0";
                    break;
                default: $this->down[$corner - $w] = "\0";
            }
            $ways[] = $way;
            $corner += $this->steps[$way];
            $corners[] = $corner;
            if (isset($junctions[$corner])) {
                break;
            }
            $way = $this->next($corner, $way);
            if ($corner === $start && $way === $ways[0]) {
                break;
            }
        }
        $this->chains[] = new Chain($corners, $ways, \ord($left), \ord($right), !isset($junctions[$start]));
    }

    private function next(int $corner, int $way): int
    {
        $map = $this->map;
        $w = $this->width;
        [$a, $b, $c, $d] = [$map[$corner - $w - 1], $map[$corner - $w], $map[$corner - 1], $map[$corner]];
        if ($a !== $b && $a === $d && $b === $c) {
            // Up goes with left where it is round the pixel above and left, and so on.
            $isAcross = $this->counts[\ord($b)] <= $this->counts[\ord($a)];

            return match ($way) {
                0 => $isAcross ? 3 : 1,
                1 => $isAcross ? 2 : 0,
                2 => $isAcross ? 1 : 3,
                default => $isAcross ? 0 : 2,
            };
        }
        $back = ($way + 2) % 4;
        foreach ([$way, ($way + 3) % 4, ($way + 1) % 4] as $try) {
            $is = match ($try) {
                0 => $b !== $d,
                1 => $c !== $d,
                2 => $a !== $c,
                default => $a !== $b,
            };
            if ($is && $try !== $back) {
                return $try;
            }
        }
        throw new \LogicException('A line between two paints that ends.');
    }
}
