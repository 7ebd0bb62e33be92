<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/**
 * Where on a picture something counts: dabs and strokes, one after the other, that add or take away. They serve every product of
 * the picture.
 */
final readonly class PaintedMask
{
    private const MOST = 500;

    /** Of how far strokes beside each other lie apart: their radius, at which all between them is full. */
    private const RADIUS = 1.6;

    /**
     * @param list<BrushStroke> $strokes in the order they were drawn
     * @param ?FractionBox      $part    of the master, upright, that was the picture then; null where it was not written down
     */
    public function __construct(public array $strokes, public ?FractionBox $part = null)
    {
        if (\count($strokes) > self::MOST) {
            throw ImpossibleMask::painted('there are more than '.self::MOST.' strokes.');
        }
    }

    /**
     * All of some boxes, and softly a little more: the more strokes go along each, the less.
     *
     * @param list<FractionBox> $boxes
     * @param positive-int      $strokes along the longer side of each
     */
    public static function over(array $boxes, PixelSize $picture, int $strokes = 2): self
    {
        $all = [];
        foreach ($boxes as $box) {
            array_push($all, ...self::strokesOver($box, $picture, $strokes));
        }

        return new self($all);
    }

    /** @return list<BrushStroke> */
    private static function strokesOver(FractionBox $box, PixelSize $picture, int $count): array
    {
        [$width, $height] = [$box->width * $picture->width, $box->height * $picture->height];
        $isWide = $width >= $height;
        [$along, $half] = [max($width, $height) / 2, min($width, $height) / 2];
        $apart = 2 * $half / $count;
        $radius = max(BrushStroke::LEAST_RADIUS, min(BrushStroke::MOST_RADIUS, self::RADIUS * $apart / $picture->longSide()));
        [$x, $y] = [($box->x + $box->width / 2) * $picture->width, ($box->y + $box->height / 2) * $picture->height];
        $strokes = [];
        for ($i = 0; $i < $count; ++$i) {
            $off = ($i + 0.5) * $apart - $half;
            $at = static fn (float $way): array => $isWide
                ? [($x + $way) / $picture->width, ($y + $off) / $picture->height]
                : [($x + $off) / $picture->width, ($y + $way) / $picture->height];
            $strokes[] = new BrushStroke([$at(-$along), $at($along)], $radius);
        }

        return $strokes;
    }

    public function isEmpty(): bool
    {
        return [] === $this->strokes;
    }

    public function on(FractionBox $part): self
    {
        return new self($this->strokes, $part);
    }

    /**
     * The same places of the master where another part of it is the picture now: margins were cut since, or are back. What it says is
     * of the picture as it is now.
     *
     * @param PixelSize $picture upright, as it is now
     */
    public function movedTo(FractionBox $now, PixelSize $picture): self
    {
        if (null === $this->part || $this->part->equals($now)) {
            return new self($this->strokes);
        }
        $was = $this->part;
        $longSide = max($picture->width * $was->width / $now->width, $picture->height * $was->height / $now->height);
        $across = static fn (float $at): float => ($was->x + $at * $was->width - $now->x) / $now->width;
        $down = static fn (float $at): float => ($was->y + $at * $was->height - $now->y) / $now->height;

        return new self(array_map(static fn (BrushStroke $stroke): BrushStroke => $stroke->movedBy(
            static fn (array $point): array => [$across($point[0]), $down($point[1])],
            $longSide / $picture->longSide(),
        ), $this->strokes));
    }

    /** As it is kept beside a picture: a list where the part is not known. */
    public function toSettings(): mixed
    {
        return null === $this->part ? $this->toList() : ['part' => $this->part->toList(), 'strokes' => $this->toList()];
    }

    public static function fromSettings(mixed $kept): self
    {
        $isOnPart = \is_array($kept) && \array_key_exists('strokes', $kept);
        [$strokes, $part] = $isOnPart ? [$kept['strokes'], FractionBox::listOf([$kept['part'] ?? null])[0]] : [$kept, null];

        return new self(self::fromList($strokes)->strokes, $part);
    }

    /** @return list<array<string, mixed>> */
    public function toList(): array
    {
        return array_map(static fn (BrushStroke $stroke): array => $stroke->toArray(), $this->strokes);
    }

    public static function fromList(mixed $list): self
    {
        if (!\is_array($list) || !array_is_list($list)) {
            throw ImpossibleMask::painted('they are a list of strokes.');
        }

        return new self(
            array_map(static fn (mixed $stroke): BrushStroke => BrushStroke::fromRecord(JsonReader::of($stroke, 'a stroke')), $list),
        );
    }
}
