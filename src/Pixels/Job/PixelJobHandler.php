<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Failure;
use Snugfit\Core\JsonReader;

/** Does one kind of job inside the child process. */
interface PixelJobHandler
{
    /** Of the jobs that it does. */
    public function name(): string;

    /**
     * @param JsonReader            $record the job as it travelled
     * @param \Closure(float): void $tell   hears which share of the enlarging is done
     *
     * @return array<string, mixed> the facts that it found
     *
     * @throws Failure
     */
    public function handle(JsonReader $record, \Closure $tell): array;
}
