<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

/** Numbers in this process's own memory that a graph reads or writes. */
final class Tensor
{
    public readonly \FFI\CData $numbers;

    /** @internal */
    public readonly \FFI\CData $handle;

    private readonly Onnx $onnx;

    /**
     * @param non-empty-list<int> $shape
     *
     * @throws OnnxFailed
     */
    public function __construct(TensorElementType $element, array $shape)
    {
        $this->onnx = Onnx::library();
        $this->numbers = $this->onnx->buffer($element->type().'['.array_product($shape).']');
        $sides = $this->onnx->buffer('int64_t['.\count($shape).']', pack('P*', ...$shape));
        $this->handle = $this->onnx->made(
            'tensor',
            $this->onnx->memory,
            \FFI::addr($this->numbers),
            \FFI::sizeof($this->numbers),
            $sides,
            \count($shape),
            $element->value,
        );
    }

    public static function ofFloat(float $number): self
    {
        return self::of(TensorElementType::Float, [1], pack('g', $number));
    }

    /**
     * @param non-empty-list<int> $shape
     *
     * @throws OnnxFailed
     */
    public static function of(TensorElementType $element, array $shape, string $memory): self
    {
        $tensor = new self($element, $shape);
        $tensor->fill($memory);

        return $tensor;
    }

    public function __destruct()
    {
        $this->onnx->release('freeTensor', $this->handle);
    }

    public function bytes(): string
    {
        return \FFI::string($this->numbers, \FFI::sizeof($this->numbers));
    }

    /** @return list<float> of a tensor of floats */
    public function floats(): array
    {
        /** @var array<int, float> $floats */
        $floats = unpack('g*', $this->bytes());

        return array_values($floats);
    }

    /** @param \FFI\CData|string $memory as many bytes as there are here */
    public function fill(\FFI\CData|string $memory): void
    {
        \FFI::memcpy($this->numbers, $memory, \FFI::sizeof($this->numbers));
    }
}
