<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\TellsSentence;

final class BrokenUpscale extends \RuntimeException implements Failure
{
    use TellsSentence;

    public static function differs(float $levels): self
    {
        return self::because(
            FailureReason::BrokenResult,
            \sprintf(
                'The enlarged picture is not its master any more: reduced again, a part is off by %d levels. It was '
                .'refused; try another way of enlarging.',
                (int) round($levels),
            ),
        );
    }
}
