<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/** How a share that is known roughly follows from a picture's colours nearby: a graph without weights. */
final class GuidedShare
{
    private readonly Graph $graph;

    /** @throws OnnxFailed */
    public function __construct(int $threads = 1)
    {
        $this->graph = Graph::shared('guide', ['picture', 'share'], 'found', $threads, isSparing: true);
    }

    /**
     * @param string $picture bytes, red, green, blue
     * @param string $share   floating numbers from 0 to 1
     *
     * @return string four floating numbers a pixel: of red, green, blue from 0 to 1 how much each counts, and what is added
     *
     * @throws OnnxFailed
     */
    public function slopes(string $picture, string $share, PixelSize $size): string
    {
        $sides = [1, $size->height, $size->width];
        $given = Tensor::of(TensorElementType::Byte, [...$sides, 3], $picture);
        $known = Tensor::of(TensorElementType::Float, $sides, $share);
        $found = new Tensor(TensorElementType::Float, [...$sides, 4]);
        $this->graph->run([$given, $known], $found);

        return $found->bytes();
    }
}
