<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** A picture cannot be laid over pieces as it is asked for. */
final class ImpossiblePanels extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    /** @param string $why a sentence */
    public static function because(string $why): self
    {
        return new self('The picture cannot be laid over these pieces. '.$why);
    }

    public static function unlikeColumns(): self
    {
        return self::because('Where columns have unlike numbers of pieces, the gaps take their part of the picture.');
    }

    /** @param list<string> $known */
    public static function unknown(string $name, array $known): self
    {
        return new self(\sprintf(
            'There is no layout "%s". Write columns and rows, like 3x1, one of %s, or each piece as left,top,width,height.',
            $name,
            implode(', ', $known),
        ));
    }
}
