<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** One thing that bench measures. */
#[AutoconfigureTag]
interface Measurement
{
    public function name(): string;

    public function title(): string;

    /** @param \Closure(string): void $say prints a line */
    public function measure(\Closure $say): void;
}
