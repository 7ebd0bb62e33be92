<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/** What tells a picture and what was made of it, twice as large, apart where that is broken: a graph without weights. */
final class DoublingDifference
{
    /** Pixels of the source that are compared together: as the graph has it. */
    public const SQUARE = 8;

    private const CHANNELS = 3;
    private const FIGURES = 9;

    private readonly Graph $graph;
    private readonly Tensor $told;

    /** @var array<string, array{Tensor, Tensor}> by the last size alone, since a process lives long: the source's, the made one's */
    private array $last = [];

    /** @throws OnnxFailed */
    public function __construct()
    {
        $this->graph = new Graph('difference', ['samples', 'made'], 'told');
        $this->told = new Tensor(TensorElementType::Float, [self::FIGURES]);
    }

    /**
     * @param \FFI\CData $samples bytes, red, green, blue
     * @param \FFI\CData $made    the same, of twice the size
     * @param PixelSize  $size    of the source: whole squares
     *
     * @return array{
     *     excess: float, offSquares: float, plainSquares: float, across: float, down: float, moved: float, seam: float, line: float,
     *     tone: float,
     * } excess: how far the means of a square are apart, as a share of what a sharper edge in it may change. offSquares: plain
     *   squares of which a channel is off by more than two levels to one side, of so many. across, down: pixels of the source by
     *   which everything seems moved, which explains that share of the difference (moved). seam: levels by which the plain pixels of
     *   one column or row are off. line: the same of all its pixels, as a share of the contrast near them. tone: levels by which a
     *   channel is off on the whole
     *
     * @throws OnnxFailed
     */
    public function between(\FFI\CData $samples, \FFI\CData $made, PixelSize $size): array
    {
        $key = $size->width.':'.$size->height;
        $pair = $this->last[$key] ?? [self::picture($size), self::picture($size->times(2))];
        $this->last = [$key => $pair];
        $pair[0]->fill($samples);
        $pair[1]->fill($made);
        $this->graph->run($pair, $this->told);
        [$excess, $off, $plain, $across, $down, $moved, $seam, $line, $tone] = $this->told->floats();

        return [
            'excess' => $excess, 'offSquares' => $off, 'plainSquares' => $plain, 'across' => $across, 'down' => $down,
            'moved' => $moved, 'seam' => $seam, 'line' => $line, 'tone' => $tone,
        ];
    }

    private static function picture(PixelSize $size): Tensor
    {
        return new Tensor(TensorElementType::Byte, [1, $size->height, $size->width, self::CHANNELS]);
    }
}
