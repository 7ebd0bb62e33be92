<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** How the pieces of a picture hang beside each other, whatever their size. */
final readonly class PanelLayout
{
    /** Columns or rows at most. */
    private const MOST = 12;

    /** @param non-empty-list<PanelColumn> $columns their widths are 1 together */
    private function __construct(public array $columns)
    {
    }

    public static function grid(int $columns, int $rows): self
    {
        if ($columns < 1 || $rows < 1 || $columns > self::MOST || $rows > self::MOST) {
            throw ImpossiblePanels::because(\sprintf('Columns and rows are whole numbers from 1 to %d.', self::MOST));
        }

        return new self(array_fill(0, $columns, new PanelColumn(1.0 / $columns, array_fill(0, $rows, 1.0 / $rows))));
    }

    /**
     * One of those that ship, by its name, or a grid, like "3x2".
     *
     * @throws ImpossiblePanels
     */
    public static function named(string $name): self
    {
        if (1 === preg_match('/^\s*(\d{1,3})\s*[x×]\s*(\d{1,3})\s*$/u', $name, $found)) {
            return self::grid((int) $found[1], (int) $found[2]);
        }
        $shipped = self::shipped();

        return $shipped[$name] ?? throw ImpossiblePanels::unknown($name, array_keys($shipped));
    }

    /** @return array<string, self> by name */
    public static function shipped(): array
    {
        $fifth = static fn (float $height): PanelColumn => new PanelColumn(1 / 5, [1.0], (1 - $height) / 2, $height);

        return [
            'three' => self::grid(3, 1),
            'four' => self::grid(2, 2),
            'wide-middle' => new self([new PanelColumn(1 / 4), new PanelColumn(1 / 2), new PanelColumn(1 / 4)]),
            'five-stepped' => new self([$fifth(0.6), $fifth(0.8), $fifth(1.0), $fifth(0.8), $fifth(0.6)]),
            'one-and-two' => new self([new PanelColumn(2 / 3), new PanelColumn(1 / 3, [0.5, 0.5])]),
        ];
    }

    /**
     * How large all hang together where each piece is of this size.
     *
     * @throws ImpossiblePanels where the pieces are unlike
     */
    public function wallFor(PrintSize $piece, Length $gap): PrintSize
    {
        $first = $this->columns[0];
        foreach ($this->columns as $one) {
            if ([$one->width, $one->rows, $one->height] !== [$first->width, $first->rows, 1.0] || 1 !== \count(array_unique($one->rows))) {
                throw ImpossiblePanels::because('Its pieces are unlike, so that the size of one does not say that of all.');
            }
        }
        $side = static fn (Length $one, int $count): Length => Length::millimetres(
            $count * $one->inMillimetres() + ($count - 1) * $gap->inMillimetres(),
        );

        return new PrintSize($side($piece->width, \count($this->columns)), $side($piece->height, \count($first->rows)));
    }

    /** How many pieces. */
    public function count(): int
    {
        return array_sum(array_map(static fn (PanelColumn $one): int => \count($one->rows), $this->columns));
    }

    /** Whether all columns have as many pieces, so that gaps go straight through. */
    public function isEven(): bool
    {
        return 1 === \count(array_unique(array_map(static fn (PanelColumn $one): int => \count($one->rows), $this->columns)));
    }
}
