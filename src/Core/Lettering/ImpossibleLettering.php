<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\Failure;
use Snugfit\Core\TellsSentence;

/** Words that cannot be set as they are asked for. */
final class ImpossibleLettering extends \InvalidArgumentException implements Failure
{
    use TellsSentence;

    /** @param string $sentence of what failed elsewhere */
    public static function failed(string $sentence, \Throwable $cause): self
    {
        return new self($sentence, previous: $cause);
    }

    public static function path(): self
    {
        return new self('An outline is damaged: it is drawn with M, L, C and Z.');
    }

    public static function text(int $most): self
    {
        return new self(\sprintf('A line of lettering is one line of words, %d letters at most.', $most));
    }

    public static function lines(int $most): self
    {
        return new self(\sprintf('A print has at most %d lines of lettering.', $most));
    }

    public static function size(string $text): self
    {
        return new self(\sprintf('"%s" is no size of letters. Write one like 12 mm, 24 pt or 5 %%.', $text));
    }

    public static function colour(string $text): self
    {
        return new self(\sprintf('"%s" is no colour. Write six hexadecimal digits, like 1e2b2f.', $text));
    }

    public static function figure(string $what, float $least, float $most): self
    {
        return new self(\sprintf('%s is from %s to %s.', $what, $least, $most));
    }

    public static function alignment(string $text): self
    {
        return new self(\sprintf('There is no alignment "%s". Write left, centre or right.', $text));
    }

    /** @param list<string> $known */
    public static function face(string $code, array $known): self
    {
        return new self(\sprintf('There is no typeface "%s" here. There are: %s.', $code, implode(', ', $known)));
    }

    public static function font(string $name): self
    {
        return new self(\sprintf('"%s" is no OpenType file with outlines that can be set. Give a TTF or OTF file.', $name));
    }

    public static function notReady(): self
    {
        return new self('Lettering cannot be set here: the library that shapes it is missing.');
    }

    /** @param string $why a sentence */
    public static function words(string $why): self
    {
        return new self('The words cannot be read. '.$why);
    }
}
