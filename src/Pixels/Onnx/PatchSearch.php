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
        $this->graph = new Graph('patches', ['picture', 'places', 'barred', 'trust'], 'voted', $threads);
    }

    /**
     * @param \FFI\CData          $picture floating numbers from 0 to 255, red, green, blue, the hole filled somehow
     * @param non-empty-list<int> $places  the patches' first pixels, counted row by row
     * @param string              $barred  floating numbers, 0 where a patch may begin that is taken from and much elsewhere; of a
     *                                     picture smaller by a patch's side less one each way
     * @param non-empty-list<float> $trust how much each patch's vote counts
     *
     * @return string floating numbers: red, green, blue, and how much was said for them, 0 where nothing
     *
     * @throws OnnxFailed
     */
    public function vote(\FFI\CData $picture, array $places, string $barred, array $trust, PixelSize $size): string
    {
        $given = new Tensor(TensorElementType::Float, [1, $size->height, $size->width, 3]);
        $given->fill($picture);
        $where = new Tensor(TensorElementType::Long, [\count($places)]);
        $where->fill(pack('q*', ...$places));
        $less = self::SIDE - 1;
        $not = new Tensor(TensorElementType::Float, [$size->height - $less, $size->width - $less]);
        $not->fill($barred);
        $counts = new Tensor(TensorElementType::Float, [\count($trust)]);
        $counts->fill(pack('g*', ...$trust));
        $voted = new Tensor(TensorElementType::Float, [1, $size->height, $size->width, 4]);
        $this->graph->run([$given, $where, $not, $counts], $voted);

        return \FFI::string($voted->numbers, \FFI::sizeof($voted->numbers));
    }
}
