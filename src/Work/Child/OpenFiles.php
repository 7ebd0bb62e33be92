<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** What this process has open, by Linux's numbers. */
final class OpenFiles
{
    /** From fcntl.h. */
    private const SET_FLAGS = 2;
    private const CLOSE_ON_EXEC = 1;

    /** The first that is no standard stream. */
    private const FIRST = 3;

    private static ?\FFI $library = null;

    /**
     * From now on no program that is started has any of it: what is shut off shall hold no connection, and one that lives on shall
     * not keep open what this one listened at. PHP has no word for that.
     */
    public static function keepToOneself(): void
    {
        $library = self::$library ??= \FFI::cdef('int fcntl(int file, int command, ...);');
        foreach (scandir('/proc/self/fd') ?: [] as $number) {
            if (ctype_digit($number) && (int) $number >= self::FIRST) {
                $library->fcntl((int) $number, self::SET_FLAGS, self::CLOSE_ON_EXEC);
            }
        }
    }
}
