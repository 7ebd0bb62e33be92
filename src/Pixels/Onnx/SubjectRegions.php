<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/** Lays what is said roughly of a picture's subject onto its colours and edges: a graph without weights. */
final class SubjectRegions
{
    private readonly Graph $graph;

    /** @throws OnnxFailed */
    public function __construct(int $threads = 1)
    {
        $this->graph = Graph::shared('regions', ['picture', 'share', 'stays', 'goes'], 'found', $threads, isSparing: true);
    }

    /**
     * @param string $picture bytes, red, green, blue
     * @param string $share   floating numbers from 0 to 1: how much of each pixel is said to be of the subject
     * @param string $stays   bytes, 255 where a person says so; $goes the same
     *
     * @return string floating numbers from 0 to 1
     *
     * @throws OnnxFailed
     */
    public function find(string $picture, string $share, string $stays, string $goes, PixelSize $size): string
    {
        $sides = [1, $size->height, $size->width];
        $given = [
            Tensor::of(TensorElementType::Byte, [...$sides, 3], $picture),
            Tensor::of(TensorElementType::Float, $sides, $share),
            Tensor::of(TensorElementType::Byte, $sides, $stays),
            Tensor::of(TensorElementType::Byte, $sides, $goes),
        ];
        $found = new Tensor(TensorElementType::Float, $sides);
        $this->graph->run($given, $found);

        return $found->bytes();
    }
}
