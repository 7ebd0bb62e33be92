<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

final class OnnxFailed extends \RuntimeException
{
    public static function missing(string $path): self
    {
        return new self(\sprintf('The learned enlarger needs the ONNX Runtime library, which is not at %s. Run bin/snugfit once with a network to install it.', $path));
    }

    public static function at(string $function, string $message): self
    {
        return new self(\sprintf('The learned enlarger failed (%s): %s', $function, $message));
    }
}
