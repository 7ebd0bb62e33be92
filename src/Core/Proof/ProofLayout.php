<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

/** Puts prints on pages, in rows from left to right, all to one scale and standing on one line in each row. Points. */
final class ProofLayout
{
    /** A4 and what is left of it inside the margins. */
    public const PAGE = [595, 842];
    public const MARGIN = 34;
    private const TOP = 74;
    private const FOOT = 26;

    /** Under a print for its words, and between two. */
    private const WORDS = 66;
    private const GAP = 16;
    private const NARROWEST = 122.0;

    /** The largest print's long side at most, and an inch of small ones. */
    private const LARGEST = 190;
    private const LARGEST_INCH = 36.0;

    /** @var list<list<ProofPlace>> */
    private array $pages = [];

    /** @var list<ProofPlace> */
    private array $page = [];

    /** @var list<array{ProofPrint, float}> prints of the row and where they begin */
    private array $row = [];

    private float $x = self::MARGIN;
    private float $y = self::TOP;
    private float $height = 0.0;

    private function __construct(public readonly float $scale)
    {
    }

    /**
     * @param list<ProofPrint> $prints
     *
     * @return array{list<list<ProofPlace>>, float} pages, and points to the inch
     */
    public static function of(array $prints): array
    {
        $longest = 1e-6;
        foreach ($prints as $print) {
            $longest = max($longest, $print->inchesAcross, $print->inchesDown);
        }
        $layout = new self(min(self::LARGEST_INCH, self::LARGEST / $longest));
        array_map($layout->add(...), $prints);
        $layout->closeRow();

        return [[...$layout->pages, $layout->page], $layout->scale];
    }

    private function add(ProofPrint $print): void
    {
        $cell = $this->cell($print);
        $tall = $print->inchesDown * $this->scale;
        if ([] !== $this->row && $this->x + $cell > self::PAGE[0] - self::MARGIN) {
            $this->closeRow();
        }
        // A row that would hang over goes to the next page as a whole.
        if ([] !== $this->page && $this->y + max($this->height, $tall) + self::WORDS > self::PAGE[1] - self::MARGIN - self::FOOT) {
            $this->pages[] = $this->page;
            [$this->page, $this->y] = [[], self::TOP];
        }
        $this->row[] = [$print, $this->x];
        $this->height = max($this->height, $tall);
        $this->x += $cell + self::GAP;
    }

    private function cell(ProofPrint $print): float
    {
        return max(self::NARROWEST, $print->inchesAcross * $this->scale);
    }

    private function closeRow(): void
    {
        foreach ($this->row as [$print, $x]) {
            [$width, $height] = [$print->inchesAcross * $this->scale, $print->inchesDown * $this->scale];
            $this->page[] = new ProofPlace($print, $x, $this->y + $this->height - $height, $width, $height, $this->cell($print));
        }
        $this->y += $this->height + self::WORDS + self::GAP;
        [$this->row, $this->x, $this->height] = [[], self::MARGIN, 0.0];
    }
}
