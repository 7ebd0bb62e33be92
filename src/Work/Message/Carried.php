<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** An answer from another machine, with the files that it is about: they are fetched before the host hears it. */
final readonly class Carried
{
    /** @param array<string, string> $files key => SHA-256 */
    public function __construct(public Answer $answer, public array $files)
    {
    }
}
