<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

enum PreflightResult: string
{
    case Passed = 'passed';
    case Failed = 'failed';
    /** There was no file to look at. */
    case None = 'none';
}
