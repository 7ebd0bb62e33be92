<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

/** A room on the line. */
final readonly class WorkflowStep
{
    public function __construct(public string $room, public string $name, public string $open, public ?string $url)
    {
    }
}
