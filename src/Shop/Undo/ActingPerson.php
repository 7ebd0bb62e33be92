<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

/** Who does what is being done. */
interface ActingPerson
{
    /** Null where nobody signs in: the one person at this machine. */
    public function name(): ?string;
}
