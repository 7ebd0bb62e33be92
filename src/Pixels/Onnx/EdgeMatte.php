<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/** Tells how much of each pixel near the ground is of the subject, and its colour without the ground: a graph without weights. */
final class EdgeMatte
{
    /** Pixels round a piece that decide what its own are. */
    public const MARGIN = 8;

    private const CHANNELS = 3;

    private readonly Graph $graph;
    private readonly Tensor $most;
    private readonly Tensor $noise;

    /** @var array<string, array{Tensor, Tensor, Tensor, Tensor}> for pieces of one size */
    private array $pieces = [];

    /**
     * @param TensorElementType $element how a sample is stored
     * @param float             $most    the highest one
     * @param float             $noise   levels of 255 by which the ground's own pixels stray
     *
     * @throws OnnxFailed
     */
    public function __construct(private readonly TensorElementType $element, float $most, float $noise, int $threads = 1)
    {
        $name = TensorElementType::Byte === $element ? 'matte' : 'matte-deep';
        $this->graph = Graph::shared($name, ['samples', 'ground', 'region', 'most', 'noise'], 'cut', $threads);
        $this->most = Tensor::ofFloat($most);
        $this->noise = Tensor::ofFloat($noise);
    }

    /**
     * @param \FFI\CData|string $samples red, green, blue
     * @param \FFI\CData|string $ground  the ground's colour at each, the same
     * @param \FFI\CData|string $region  bytes, below 128 where the ground is
     *
     * @return \FFI\CData red, green, blue, alpha; the next piece of this size takes their place
     *
     * @throws OnnxFailed
     */
    public function run(\FFI\CData|string $samples, \FFI\CData|string $ground, \FFI\CData|string $region, PixelSize $size): \FFI\CData
    {
        $sides = [1, $size->height, $size->width];
        [$given, $below, $where, $cut] = $this->pieces[$size->width.':'.$size->height] ??= [
            new Tensor($this->element, [...$sides, self::CHANNELS]),
            new Tensor($this->element, [...$sides, self::CHANNELS]),
            new Tensor(TensorElementType::Byte, $sides),
            new Tensor($this->element, [...$sides, self::CHANNELS + 1]),
        ];
        $given->fill($samples);
        $below->fill($ground);
        $where->fill($region);
        $this->graph->run([$given, $below, $where, $this->most, $this->noise], $cut);

        return $cut->numbers;
    }
}
