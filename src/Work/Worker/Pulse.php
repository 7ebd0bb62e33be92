<?php

declare(strict_types=1);

namespace Snugfit\Work\Worker;

use Snugfit\Shop\DataFolder;

/** By which the host shows that it lives, also in the midst of long work: a file's time, which can be set when the disk is full. */
final readonly class Pulse
{
    public function __construct(private DataFolder $data)
    {
    }

    public function beat(): void
    {
        @touch($this->data->pulse());
    }

    /** Seconds since it beat last; null where it never did. */
    public function age(): ?int
    {
        clearstatcache(true, $this->data->pulse());
        $at = @filemtime($this->data->pulse());

        return false === $at ? null : max(0, time() - $at);
    }
}
