<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Hand the run's next waiting files to the press, or close the run. */
final readonly class FeedPress implements Answer
{
    public function __construct(public int $runId)
    {
    }
}
