<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

final class BrokenUpscale extends \RuntimeException
{
    public static function differs(float $levels): self
    {
        return new self(\sprintf('The enlarged picture is not its master any more: reduced again, a part is off by %d levels. It was refused; try another way of enlarging.', (int) round($levels)));
    }
}
