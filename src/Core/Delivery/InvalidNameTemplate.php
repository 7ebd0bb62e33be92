<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** A name template holds a word in braces that stands for nothing. */
final class InvalidNameTemplate extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    /** @param list<string> $known */
    public static function inTemplate(string $word, array $known): self
    {
        return new self(\sprintf('{%s} stands for nothing in a file name. Known: {%s}.', $word, implode('}, {', $known)));
    }

    public static function nameless(int $longest): self
    {
        return new self(\sprintf('A file needs a name: write a template of 1 to %d characters, like {artwork}-{product}.', $longest));
    }
}
