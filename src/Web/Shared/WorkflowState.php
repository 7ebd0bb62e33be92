<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Shop\Entity\PrintRun;
use Snugfit\Shop\Entity\UndoEntry;

/** How far a batch is. */
final readonly class WorkflowState
{
    /** @param list<WorkflowStep> $steps */
    public function __construct(
        public array $steps,
        public ?PrintRun $run,
        public int $printable,
        public int $toLookAt,
        public int $short,
        public int $artworks,
        public int $reading,
        public int $made,
        public int $wanted,
        public int $parcels,
        /** The last act that can be taken back. */
        public ?UndoEntry $lastAct,
        public ?NextAction $next,
    ) {
    }
}
