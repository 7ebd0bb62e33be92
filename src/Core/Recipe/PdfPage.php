<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Bleed;

/**
 * The paper of a PDF: the trim, what bleeds over it on each side, and room for cut marks where they are wanted. Boxes as in ISO
 * 32000, 14.11.2.
 */
final readonly class PdfPage
{
    /** Millimetres: a mark's length, and its distance from the trim where the bleed does not ask for more (common practice). */
    private const MARK = 5.0;
    private const GAP = 3.0;

    public function __construct(
        public PrintSize $trim,
        public Bleed $bleed,
        public bool $cutMarks = false,
        /** The depth of a frame that it goes round, whose folds are marked; null for a sheet. */
        public ?Length $wrap = null,
    ) {
    }

    public function unfolded(): self
    {
        return new self($this->trim, $this->bleed, $this->cutMarks);
    }

    /** What is left round the bleed for marks, in points. */
    public function slug(): float
    {
        return $this->cutMarks ? ((self::MARK + self::GAP) * 72) / 25.4 : 0.0;
    }

    /** @return array{float, float, float, float} left, bottom, right, top in points, from the sheet's lower left corner */
    public function mediaBox(): array
    {
        $bleed = $this->bleedBox();

        return [0.0, 0.0, $bleed[2] + $this->slug(), $bleed[3] + $this->slug()];
    }

    /** @return array{float, float, float, float} */
    public function bleedBox(): array
    {
        $slug = $this->slug();
        $all = $this->bleed->around($this->trim);

        return [$slug, $slug, $slug + self::points($all->width), $slug + self::points($all->height)];
    }

    /** @return array{float, float, float, float} */
    public function trimBox(): array
    {
        [$left, $bottom] = $this->bleedBox();
        [$x, $y] = [$left + self::points($this->bleed->left), $bottom + self::points($this->bleed->bottom)];

        return [$x, $y, $x + self::points($this->trim->width), $y + self::points($this->trim->height)];
    }

    /**
     * Cut marks: lines that end short of bleed and trim, in the trim's directions.
     *
     * @return list<array{float, float, float, float}> from x, y to x, y in points
     */
    public function marks(): array
    {
        if (!$this->cutMarks) {
            return [];
        }
        [$left, $bottom, $right, $top] = $this->trimBox();
        if (null !== $this->wrap) {
            // A canvas is cut where its pixels end; its face and its sides are folded.
            [$left, $bottom, $right, $top] = $this->bleedBox();
        }

        return $this->lines([$left, $right], [$bottom, $top]);
    }

    /**
     * Where a canvas is folded: at the edges of its face, and at those of the frame behind it.
     *
     * @return list<array{float, float, float, float}> from x, y to x, y in points
     */
    public function folds(): array
    {
        if (null === $this->wrap || !$this->cutMarks) {
            return [];
        }
        [$left, $bottom, $right, $top] = $this->trimBox();
        $depth = self::points($this->wrap);

        return $this->lines([$left, $right, $left - $depth, $right + $depth], [$bottom, $top, $bottom - $depth, $top + $depth]);
    }

    /**
     * Beyond the bleed, in the trim's directions.
     *
     * @param list<float> $across points from the left
     * @param list<float> $down   points from below
     *
     * @return list<array{float, float, float, float}>
     */
    private function lines(array $across, array $down): array
    {
        [$left, $bottom, $right, $top] = $this->trimBox();
        [$outerLeft, $outerBottom, $outerRight, $outerTop] = $this->bleedBox();
        [$mark, $gap] = [(self::MARK * 72) / 25.4, (self::GAP * 72) / 25.4];
        // Beyond the bleed, and never nearer to the trim than the gap.
        [$fromLeft, $fromBottom] = [min($outerLeft, $left - $gap), min($outerBottom, $bottom - $gap)];
        [$fromRight, $fromTop] = [max($outerRight, $right + $gap), max($outerTop, $top + $gap)];
        $lines = [];
        foreach ($across as $x) {
            array_push($lines, [$x, $fromBottom - $mark, $x, $fromBottom], [$x, $fromTop, $x, $fromTop + $mark]);
        }
        foreach ($down as $y) {
            array_push($lines, [$fromLeft - $mark, $y, $fromLeft, $y], [$fromRight, $y, $fromRight + $mark, $y]);
        }

        return $lines;
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        $written = static fn (Length $length): string => $length->written(Unit::Millimetre);

        return [
            'bleed' => array_map($written, [$this->bleed->top, $this->bleed->right, $this->bleed->bottom, $this->bleed->left]),
            'cut_marks' => $this->cutMarks,
            'trim' => [$written($this->trim->width), $written($this->trim->height)],
            ...null === $this->wrap ? [] : ['wrap' => $written($this->wrap)],
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $lengths = array_map(static fn (string $text): Length => Length::parse($text), $record->strings('bleed'));
        $trim = array_map(static fn (string $text): Length => Length::parse($text), $record->strings('trim'));
        $wrap = $record->has('wrap') ? Length::parse($record->string('wrap')) : null;

        return new self(new PrintSize($trim[0], $trim[1]), new Bleed(...$lengths), $record->bool('cut_marks'), $wrap);
    }

    private static function points(Length $length): float
    {
        return $length->inInches() * 72;
    }
}
