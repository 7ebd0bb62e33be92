<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Work that one machine is nearer to than others. */
interface ForMachine
{
    /** @return ?string its name; null where all are as near */
    public function machine(): ?string;
}
