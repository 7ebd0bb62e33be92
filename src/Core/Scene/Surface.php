<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\PrintSize;

/** Where a print goes in a scene. */
interface Surface
{
    /** How much room there is. */
    public function area(): PrintSize;

    /** @return array<string, mixed> as scene.json has it */
    public function toArray(): array;
}
