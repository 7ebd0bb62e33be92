<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** What a worker tells the host with the database. */
interface Answer
{
}
