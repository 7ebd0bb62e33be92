<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

/** Why an upload does not go on. */
enum UploadProblem
{
    case Unknown;
    case TooMuch;
    case TooMany;
    case DiskFull;
    case Busy;
    case OtherOffset;
    case Unsuitable;
}
