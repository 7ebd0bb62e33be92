<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A message about a print file. */
interface AboutPrint
{
    public function printFileId(): int;
}
