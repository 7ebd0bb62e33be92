<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Measure\PixelSize;

/**
 * A trained network, ready to run: samples of a piece of a picture in, samples of the piece twice as large out. Input
 * carries a margin all round, which is used up.
 */
final class Network
{
    private const INT32 = 6;
    private const FLOAT = 1;
    private const ALL_OPTIMISATIONS = 99;
    private const CHANNELS = 3;

    private readonly Onnx $onnx;
    private readonly \FFI\CData $session;

    /** @var list<\FFI\CData> never read by PHP, only kept from being freed */
    private array $kept = [];

    /** @var array<string, array{\FFI\CData, \FFI\CData, \FFI\CData, \FFI\CData}> buffers and tensors for pieces of one size: in, out */
    private array $pieces = [];

    private readonly \FFI\CData $inputNames;
    private readonly \FFI\CData $outputNames;

    /** @var list<\FFI\CData> tensors of what is the same for every piece */
    private readonly array $constants;

    /**
     * @param int  $margin pixels of input that are used up on each side
     * @param list<float> $constants the graph's further inputs: what the highest sample is, and for a blend the second network's share
     *
     * @throws OnnxFailed
     */
    public function __construct(string $path, public readonly int $margin, array $constants, int $threads = 1)
    {
        $this->onnx = Onnx::library();
        $options = $this->onnx->made('options');
        $this->onnx->call('optimise', $options, self::ALL_OPTIMISATIONS);
        $this->onnx->call('threads', $options, $threads);
        $this->onnx->call('branches', $options, 1);
        $this->session = $this->onnx->made('session', $this->onnx->environment, $path, $options);
        $this->onnx->release('freeOptions', $options);
        $this->inputNames = $this->names(...\array_slice(['samples', 'most', 'share'], 0, 1 + \count($constants)));
        $this->outputNames = $this->names('made');
        $this->constants = array_map(function (float $value): \FFI\CData {
            $this->kept[] = $buffer = $this->onnx->buffer('float[1]', pack('g', $value));

            return $this->tensor($buffer, [1], self::FLOAT);
        }, $constants);
    }

    /**
     * @param string    $samples 32-bit samples of size plus margin, red, green, blue
     * @param PixelSize $size    without margin
     *
     * @return \FFI\CData 32-bit samples of twice the size; the next piece of this size takes their place
     *
     * @throws OnnxFailed
     */
    public function run(string $samples, PixelSize $size): \FFI\CData
    {
        [$in, $out, $input, $output] = $this->pieces[$size->width.':'.$size->height] ??= $this->piece($size);
        \FFI::memcpy($in, $samples, \FFI::sizeof($in));
        $inputs = $this->onnx->buffer('void*['.(1 + \count($this->constants)).']');
        foreach ([$input, ...$this->constants] as $i => $tensor) {
            $inputs[$i] = $tensor;
        }
        $outputs = $this->onnx->buffer('void*[1]');
        $outputs[0] = $output;
        $this->onnx->call('run', $this->session, null, $this->inputNames, $inputs, 1 + \count($this->constants), $this->outputNames, 1, $outputs);

        return $out;
    }

    public function __destruct()
    {
        foreach ($this->pieces as [, , $input, $output]) {
            $this->onnx->release('freeTensor', $input);
            $this->onnx->release('freeTensor', $output);
        }
        foreach ($this->constants as $tensor) {
            $this->onnx->release('freeTensor', $tensor);
        }
        $this->onnx->release('freeSession', $this->session);
    }

    /** @return array{\FFI\CData, \FFI\CData, \FFI\CData, \FFI\CData} */
    private function piece(PixelSize $size): array
    {
        [$width, $height] = [$size->width + 2 * $this->margin, $size->height + 2 * $this->margin];
        $in = $this->onnx->buffer('int32_t['.(self::CHANNELS * $width * $height).']');
        $out = $this->onnx->buffer('int32_t['.(4 * self::CHANNELS * $size->pixels()).']');

        return [$in, $out, $this->tensor($in, [1, $height, $width, self::CHANNELS], self::INT32), $this->tensor($out, [1, 2 * $size->height, 2 * $size->width, self::CHANNELS], self::INT32)];
    }

    /**
     * Over a buffer, which must outlive it.
     *
     * @param list<int> $shape
     */
    private function tensor(\FFI\CData $buffer, array $shape, int $type): \FFI\CData
    {
        $sides = $this->onnx->buffer('int64_t['.\count($shape).']', pack('P*', ...$shape));

        return $this->onnx->made('tensor', $this->onnx->memory, \FFI::addr($buffer), \FFI::sizeof($buffer), $sides, \count($shape), $type);
    }

    private function names(string ...$names): \FFI\CData
    {
        $array = $this->onnx->buffer('const char*['.\count($names).']');
        foreach (array_values($names) as $i => $name) {
            $this->kept[] = $buffer = $this->onnx->buffer('char['.(\strlen($name) + 1).']', $name);
            $array[$i] = $this->onnx->ffi->cast('const char*', $buffer);
        }

        return $array;
    }
}
