<?php

declare(strict_types=1);

namespace Snugfit\Work\Health;

enum HealthTopic: string
{
    case Data = 'Data';
    case Disk = 'Disk';
    case Host = 'Host';
    case Workers = 'Workers';
    case Queue = 'Queue';
    case Store = 'Store';
    case Files = 'Files';
}
