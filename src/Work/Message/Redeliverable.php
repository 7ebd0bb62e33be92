<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Work that a worker may die over. */
interface Redeliverable
{
    /** What the host is told when it was tried too often. */
    public function givenUp(): Answer;
}
