<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Write down what a run that was started is to make. */
final readonly class PlanRun implements Answer
{
    public function __construct(public int $runId)
    {
    }
}
