<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** A way of enlarging is asked for that there is not, or outside of what it can do. */
final class ImpossibleUpscale extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function strength(int $strength): self
    {
        return new self(\sprintf('A strength goes from 0 to 100 per cent, not %d.', $strength));
    }

    public static function method(string $code): self
    {
        return new self(\sprintf('There is no way of enlarging "%s". Known are those of the test strip.', $code));
    }

    public static function emptyRegion(): self
    {
        return new self('An area has at least one stroke.');
    }
}
