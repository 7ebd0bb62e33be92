<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** A piece of pixel work that a child process does: it travels as JSON and answers with JSON. */
interface PixelJob
{
    /** @return array<string, mixed> with "job" naming the kind */
    public function toArray(): array;

    /** After how many seconds it is stopped, since no honest file takes that long. */
    public function timeLimit(): float;
}
