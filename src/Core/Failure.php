<?php

declare(strict_types=1);

namespace Snugfit\Core;

/** Something that a person asked for cannot be done. Every exception of ours that may reach one is such a failure. */
interface Failure extends \Throwable
{
    /** What sort of failure it is: decisions go by this, never by words. */
    public function reason(): FailureReason;

    /** For the person: what happened and what to do, without a library's words and without our own paths. */
    public function sentence(): string;
}
