<?php

declare(strict_types=1);

namespace Snugfit\Console\Trial;

/** One sort of trouble, made on purpose, and what must be true after it. */
interface Trial
{
    public function name(): string;

    /**
     * @return string what was done, in figures
     *
     * @throws TrialFailed
     */
    public function run(TrialShop $shop, TrialClient $client, int $size): string;
}
