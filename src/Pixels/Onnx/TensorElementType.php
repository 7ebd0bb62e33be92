<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

/** How one number of a tensor is stored, with the interface's values (ONNXTensorElementDataType). */
enum TensorElementType: int
{
    case Float = 1;
    case Byte = 2;
    case Int = 6;
    case Long = 7;

    /** In C's words. */
    public function type(): string
    {
        return match ($this) {
            self::Float => 'float',
            self::Byte => 'uint8_t',
            self::Int => 'int32_t',
            self::Long => 'int64_t',
        };
    }
}
