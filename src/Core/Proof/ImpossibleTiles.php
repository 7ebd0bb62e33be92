<?php

declare(strict_types=1);

namespace Snugfit\Core\Proof;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** A print cannot be laid over sheets as it is asked for. */
final class ImpossibleTiles extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    public static function nothingLeft(): self
    {
        return new self('Margin and overlap leave nothing of the paper. Choose less of them, or larger paper.');
    }

    public static function tooMany(int $sheets, int $most): self
    {
        return new self(\sprintf('This would be %d sheets; at most %d are made. Choose larger paper.', $sheets, $most));
    }
}
