<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;

/**
 * Where on a picture something counts: dabs and strokes, one after the other, that add or take away. They serve every product of
 * the picture.
 */
final readonly class PaintedMask
{
    private const MOST = 500;

    /** @param list<BrushStroke> $strokes in the order they were drawn */
    public function __construct(public array $strokes)
    {
        if (\count($strokes) > self::MOST) {
            throw ImpossibleMask::painted('there are more than '.self::MOST.' strokes.');
        }
    }

    public function isEmpty(): bool
    {
        return [] === $this->strokes;
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
