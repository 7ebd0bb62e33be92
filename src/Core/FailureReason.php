<?php

declare(strict_types=1);

namespace Snugfit\Core;

/** Why something cannot be done. */
enum FailureReason: string
{
    /** What was asked contradicts itself, or is outside what there is. */
    case Impossible = 'impossible';

    /** Stored or sent data is not what it should be. */
    case Malformed = 'malformed';

    /** The file is not there or may not be read. */
    case Missing = 'missing';

    case Empty = 'empty';

    /** No picture, or no print file, of a kind that is read. */
    case NotAPicture = 'not-a-picture';

    /** Cut short, or its bytes make no sense. */
    case Damaged = 'damaged';

    /** A password keeps it shut. */
    case Locked = 'locked';

    /** More pixels, more text or more memory than one file may take. */
    case TooLarge = 'too-large';

    /** The target may not be written to. */
    case Unwritable = 'unwritable';

    case DiskFull = 'disk-full';

    /** The print file cannot be made as small as it has to be. */
    case OverLimit = 'over-limit';

    /** What was enlarged is not its master any more. */
    case BrokenResult = 'broken-result';

    /** A part of the program is not installed. */
    case NotInstalled = 'not-installed';

    /** It ran out of time. */
    case TooSlow = 'too-slow';

    /** The process ended over it without an answer. */
    case Crashed = 'crashed';

    /** The machine or a person ended the process: no fault of the file's. */
    case Killed = 'killed';

    /** The file's bytes are not those that were given. */
    case Altered = 'altered';
}
