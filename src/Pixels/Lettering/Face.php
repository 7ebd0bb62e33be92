<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Lettering;

/** A typeface that words can be set in. */
final readonly class Face
{
    /**
     * @param string                 $code  names it
     * @param string                 $label as people call it
     * @param non-empty-list<string> $files paths; a letter is looked for in one after the other
     * @param bool                   $isOwn a person gave it
     */
    public function __construct(public string $code, public string $label, public array $files, public bool $isOwn = false)
    {
    }
}
