<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/**
 * Work of many middling pieces of memory, each given back to the system at once. The C library keeps what it was given for later
 * otherwise, which is quicker for a print's large strips and leaves a preview twice as large as it need be.
 */
final class SparingMemory
{
    private const MMAP_THRESHOLD = -3;  // M_MMAP_THRESHOLD of malloc.h
    private const SPARING = 131_072;  // bytes: glibc's own, before it grows by use

    /** The largest to which it grows by itself, which it does not do any more once it was set (mallopt(3)). */
    private const USUAL = 33_554_432;

    private static ?\FFI $c = null;

    /**
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T
     */
    public static function during(\Closure $work): mixed
    {
        $c = self::$c ??= \FFI::cdef('int mallopt(int param, int value); int malloc_trim(size_t pad);', 'libc.so.6');
        $c->mallopt(self::MMAP_THRESHOLD, self::SPARING);
        try {
            return $work();
        } finally {
            $c->malloc_trim(0);
            $c->mallopt(self::MMAP_THRESHOLD, self::USUAL);
        }
    }
}
