<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/**
 * Pieces that hang as a person wrote it: the left upper corner and the size of each, all in one unit, whichever that is. They are
 * made as large as the product.
 */
final readonly class PlacedPieces
{
    private const MOST = 144;

    /** By how much their proportion may differ from the product's, as a share: figures are written in whole units. */
    private const TOLERANCE = 0.005;

    /**
     * @param non-empty-list<array{float, float, float, float}> $boxes  left, top, width, height; the outermost ones begin at nought
     * @param float                                             $width  of all together
     * @param float                                             $height of all together
     */
    private function __construct(private array $boxes, private float $width, private float $height)
    {
    }

    /** Whether a name says where pieces lie, instead of naming a layout. */
    public static function isWritten(string $name): bool
    {
        return str_contains($name, ',');
    }

    /**
     * @param string $written "left,top,width,height; …"
     *
     * @throws ImpossiblePanels
     */
    public static function parse(string $written): self
    {
        $boxes = [];
        foreach (explode(';', trim($written, " \t\r\n;")) as $number => $one) {
            $figures = array_map(trim(...), explode(',', $one));
            $isRight = 4 === \count($figures) && [] === array_filter($figures, static fn (string $text): bool => !is_numeric($text));
            [$left, $top, $width, $height] = $isRight ? array_map(floatval(...), $figures) : [0.0, 0.0, 0.0, 0.0];
            if (min($left, $top) < 0 || min($width, $height) <= 0) {
                throw ImpossiblePanels::because(\sprintf(
                    'Piece %d is written as left,top,width,height, like 0,0,40,60; pieces are parted by semicolons.', $number + 1,
                ));
            }
            $boxes[] = [$left, $top, $width, $height];
        }
        if (\count($boxes) > self::MOST) {
            throw ImpossiblePanels::because(\sprintf('There are more than %d.', self::MOST));
        }
        [$left, $top] = [min(array_column($boxes, 0)), min(array_column($boxes, 1))];
        $moved = array_map(static fn (array $box): array => [$box[0] - $left, $box[1] - $top, $box[2], $box[3]], $boxes);

        return new self(
            $moved,
            max(array_map(static fn (array $box): float => $box[0] + $box[2], $moved)),
            max(array_map(static fn (array $box): float => $box[1] + $box[3], $moved)),
        );
    }

    public function count(): int
    {
        return \count($this->boxes);
    }

    /**
     * Where each lies on a product of this size.
     *
     * @return non-empty-list<array{Length, Length, PrintSize}> left, top and size of each
     *
     * @throws ImpossiblePanels where the product has other proportions
     */
    public function on(PrintSize $trim): array
    {
        $across = $trim->width->inMillimetres() / $this->width;
        $down = $trim->height->inMillimetres() / $this->height;
        if (abs($across / $down - 1) > self::TOLERANCE) {
            throw ImpossiblePanels::because(\sprintf(
                'Together they are %s × %s, which is another proportion than the size of the product.', $this->width, $this->height,
            ));
        }
        // Sides that are written at one place end at the very same one.
        $x = static fn (float $at): float => Length::millimetres($at * $across)->inMillimetres();
        $y = static fn (float $at): float => Length::millimetres($at * $down)->inMillimetres();

        return array_map(static fn (array $box): array => [
            Length::millimetres($x($box[0])),
            Length::millimetres($y($box[1])),
            new PrintSize(
                Length::millimetres($x($box[0] + $box[2]) - $x($box[0])),
                Length::millimetres($y($box[1] + $box[3]) - $y($box[1])),
            ),
        ], $this->boxes);
    }
}
