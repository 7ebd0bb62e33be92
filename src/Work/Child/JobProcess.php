<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Pixels\Job\PixelJob;

/** A process that has a job in hand. */
interface JobProcess
{
    public function give(PixelJob $job): void;

    /** The answer as JSON, once it is there. */
    public function answer(): ?string;

    /** Which share of the enlarging is done, as it told until one asked for its answer last. */
    public function enlarged(): float;

    public function isAlive(): bool;

    /** Null where it is another process's child. */
    public function pid(): ?int;

    /** How it ended, asked where it ended without an answer. */
    public function ending(): ProcessEnding;

    public function kill(): void;
}
