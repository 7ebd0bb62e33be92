<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\TellsSentence;

final class OnnxFailed extends \RuntimeException implements Failure
{
    use TellsSentence;

    public static function missing(): self
    {
        return self::because(
            FailureReason::NotInstalled,
            'The learned enlarger needs the ONNX Runtime library, which is not there. Run bin/snugfit once with a network to install it.',
        );
    }

    public static function at(string $function, string $message): self
    {
        return self::because(
            FailureReason::BrokenResult,
            'The learned enlarger failed. Try it again, or another way of enlarging.',
            new \RuntimeException($function.': '.$message),
        );
    }
}
