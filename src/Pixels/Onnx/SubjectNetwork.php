<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

/** Tells what of a small picture is its subject, with a person's marks as a help: the project's own network. */
final class SubjectNetwork
{
    /** Pixels of the square that it sees, as the graph has it. */
    public const SIDE = 192;

    /** Red, green, blue from 0 to 1; what stays, what goes, and what lies beside the picture, 0 or 1. */
    public const PLANES = 6;

    private readonly Graph $graph;

    /** @throws OnnxFailed */
    public function __construct(int $threads = 1)
    {
        $this->graph = Graph::shared('cutout', ['planes'], 'shares', $threads, isSparing: true);
    }

    /**
     * @param string $planes floating numbers, plane by plane
     *
     * @return string floating numbers from 0 to 1: how much of each pixel is of the subject
     *
     * @throws OnnxFailed
     */
    public function look(string $planes): string
    {
        $given = Tensor::of(TensorElementType::Float, [1, self::PLANES, self::SIDE, self::SIDE], $planes);
        $shares = new Tensor(TensorElementType::Float, [1, 1, self::SIDE, self::SIDE]);
        $this->graph->run([$given], $shares);

        return $shares->bytes();
    }
}
