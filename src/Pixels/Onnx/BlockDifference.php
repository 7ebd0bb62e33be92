<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/**
 * How far a picture and what was made of it, twice as large, are apart: a graph without weights, a quarter of the time that
 * libvips takes.
 */
final class BlockDifference
{
    /** Pixels of the source whose mean is compared: as the graph has it. */
    public const BLOCK = 8;

    private const CHANNELS = 3;

    private readonly Graph $graph;
    private readonly Tensor $most;

    /** @var array<string, array{Tensor, Tensor}> by the last size alone, since a process lives long: the source's, the made one's */
    private array $last = [];

    /** @throws OnnxFailed */
    public function __construct()
    {
        $this->graph = new Graph('difference', ['samples', 'made'], 'most');
        $this->most = new Tensor(TensorElementType::Float, [1]);
    }

    /**
     * The largest difference of two blocks' means, in levels.
     *
     * @param \FFI\CData $samples bytes, red, green, blue
     * @param \FFI\CData $made    the same, of twice the size
     * @param PixelSize  $size    of the source: whole blocks
     *
     * @throws OnnxFailed
     */
    public function between(\FFI\CData $samples, \FFI\CData $made, PixelSize $size): float
    {
        $key = $size->width.':'.$size->height;
        $pair = $this->last[$key] ?? [self::blocks($size, 1), self::blocks($size, 2)];
        $this->last = [$key => $pair];
        $pair[0]->fill($samples);
        $pair[1]->fill($made);
        $this->graph->run($pair, $this->most);

        return $this->most->numbers[0];
    }

    private static function blocks(PixelSize $size, int $factor): Tensor
    {
        $side = $factor * self::BLOCK;

        return new Tensor(TensorElementType::Byte, [
            intdiv($size->height, self::BLOCK),
            $side,
            intdiv($size->width, self::BLOCK),
            $side * self::CHANNELS,
        ]);
    }
}
