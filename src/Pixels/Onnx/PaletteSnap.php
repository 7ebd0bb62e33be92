<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/** Lays what a network made of a flat graphic onto the graphic's own few colours: a graph without weights. */
final class PaletteSnap
{
    /** Pixels round the source's piece, as the graph has it. */
    public const MARGIN = 8;

    private const CHANNELS = 3;

    private readonly Graph $graph;
    private readonly Tensor $most;
    private readonly Tensor $colours;

    /** @var array<string, array{Tensor, Tensor, Tensor}> for pieces of one size: the source's, the made one's, the snapped one's */
    private array $pieces = [];

    /**
     * @param TensorElementType                                $element how a sample is stored
     * @param float                                            $most    the highest one
     * @param non-empty-list<array{float, float, float}> $colours in levels of 255
     *
     * @throws OnnxFailed
     */
    public function __construct(private readonly TensorElementType $element, float $most, array $colours)
    {
        $name = TensorElementType::Byte === $element ? 'snap' : 'snap-deep';
        $this->graph = new Graph($name, ['samples', 'made', 'most', 'colours'], 'snapped');
        $this->most = Tensor::ofFloat($most);
        $this->colours = new Tensor(TensorElementType::Float, [\count($colours), self::CHANNELS]);
        $this->colours->fill(pack('g*', ...array_merge(...$colours)));
    }

    /**
     * @param \FFI\CData $samples of the source's piece with the margin all round, red, green, blue
     * @param \FFI\CData $made    of twice the size, without the margin
     * @param PixelSize  $size    of the source's piece without the margin
     *
     * @return \FFI\CData samples of twice the size; the next piece of this size takes their place
     *
     * @throws OnnxFailed
     */
    public function run(\FFI\CData $samples, \FFI\CData $made, PixelSize $size): \FFI\CData
    {
        $wide = new PixelSize($size->width + 2 * self::MARGIN, $size->height + 2 * self::MARGIN);
        [$given, $before, $snapped] = $this->pieces[$size->width.':'.$size->height] ??= array_map(
            fn (PixelSize $one): Tensor => new Tensor($this->element, [1, $one->height, $one->width, self::CHANNELS]),
            [$wide, $size->times(2), $size->times(2)],
        );
        $given->fill($samples);
        $before->fill($made);
        $this->graph->run([$given, $before, $this->most, $this->colours], $snapped);

        return $snapped->numbers;
    }
}
