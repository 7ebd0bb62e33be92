<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/**
 * A trained network, ready to run: samples of a piece of a picture in, samples of the piece enlarged out. Input
 * carries a margin all round, which is used up.
 */
final class Network
{
    private const CHANNELS = 3;

    private readonly Graph $graph;

    /** @var list<Tensor> of what is the same for every piece */
    private readonly array $constants;

    /** @var array<string, array{Tensor, Tensor}> for pieces of one size: in, out */
    private array $pieces = [];

    /**
     * @param string                $name      of its graph
     * @param TensorElementType               $element   how a sample is stored
     * @param int                   $margin    pixels of input that are used up on each side
     * @param non-empty-list<float> $constants the graph's further inputs: what the highest sample is, and for a blend the second
     *   network's share
     * @param int                   $factor    linear
     *
     * @throws OnnxFailed
     */
    public function __construct(
        string $name,
        private readonly TensorElementType $element,
        public readonly int $margin,
        array $constants,
        int $threads = 1,
        private readonly int $factor = 2,
    ) {
        $this->graph = new Graph($name, \array_slice(['samples', 'most', 'share'], 0, 1 + \count($constants)), 'made', $threads);
        $this->constants = array_map(Tensor::ofFloat(...), $constants);
    }

    /**
     * @param \FFI\CData|string $samples of size plus margin, red, green, blue
     * @param PixelSize         $size    without margin
     *
     * @return \FFI\CData samples of so many times the size; the next piece of this size takes their place
     *
     * @throws OnnxFailed
     */
    public function run(\FFI\CData|string $samples, PixelSize $size): \FFI\CData
    {
        [$given, $made] = $this->pieces[$size->width.':'.$size->height] ??= $this->piece($size);
        $given->fill($samples);
        $this->graph->run([$given, ...$this->constants], $made);

        return $made->numbers;
    }

    /** @return array{Tensor, Tensor} */
    private function piece(PixelSize $size): array
    {
        $wide = new PixelSize($size->width + 2 * $this->margin, $size->height + 2 * $this->margin);

        return [$this->picture($wide), $this->picture($size->times($this->factor))];
    }

    private function picture(PixelSize $size): Tensor
    {
        return new Tensor($this->element, [1, $size->height, $size->width, self::CHANNELS]);
    }
}
