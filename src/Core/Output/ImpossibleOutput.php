<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** What is asked of a file is more, or less, than a file can be. */
final class ImpossibleOutput extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function quality(int $quality): self
    {
        return new self(\sprintf('A quality goes from 1 to 100, not %d.', $quality));
    }

    public static function bytes(string $text): self
    {
        return new self(\sprintf('"%s" is no file size. Write bytes, like 8000000, or 8MB.', $text));
    }

    public static function noBytes(int $bytes): self
    {
        return new self(\sprintf('No file fits into %d bytes.', $bytes));
    }
}
