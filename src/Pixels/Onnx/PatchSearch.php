<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/** Fills a hole's pixels with what patches like those over it have, wherever round it they are: a graph without weights. */
final class PatchSearch
{
    /** Pixels of a patch's side, as the graph has it. */
    public const SIDE = 7;

    private readonly Graph $graph;

    /** @throws OnnxFailed */
    public function __construct(int $threads = 1)
    {
        $this->graph = Graph::shared('patches', ['picture', 'places', 'hole', 'barred', 'trust'], 'filled', $threads);
    }

    /**
     * @param string                $hole    floating numbers, 1 where it is, else 0; $barred the same where nothing is taken from
     * @param non-empty-list<int>   $places  the patches' first pixels, counted row by row
     * @param non-empty-list<float> $trust   how much each patch's vote counts
     *
     * @return \Closure(string): string fills the hole of a picture once more: floating numbers from 0 to 255, red, green, blue
     *
     * @throws OnnxFailed
     */
    public function over(string $hole, string $barred, array $places, array $trust, PixelSize $size): \Closure
    {
        $sides = [1, $size->height, $size->width];
        $where = Tensor::of(TensorElementType::Long, [\count($places)], pack('q*', ...$places));
        $counts = Tensor::of(TensorElementType::Float, [\count($trust)], pack('g*', ...$trust));
        $inside = Tensor::of(TensorElementType::Float, $sides, $hole);
        $not = Tensor::of(TensorElementType::Float, $sides, $barred);
        $given = new Tensor(TensorElementType::Float, [...$sides, 3]);
        $filled = new Tensor(TensorElementType::Float, [...$sides, 3]);

        return function (string $picture) use ($given, $where, $inside, $not, $counts, $filled): string {
            $given->fill($picture);
            $this->graph->run([$given, $where, $inside, $not, $counts], $filled);

            return $filled->bytes();
        };
    }
}
