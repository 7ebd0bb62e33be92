<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Symfony\Component\Filesystem\Filesystem;

/** A folder for as long as something is measured in it. */
final readonly class BenchFolder
{
    /**
     * @template T
     *
     * @param \Closure(string): T $act
     *
     * @return T
     */
    public static function within(\Closure $act): mixed
    {
        $folder = sys_get_temp_dir().'/snugfit-bench-'.bin2hex(random_bytes(4));
        mkdir($folder);
        try {
            return $act($folder);
        } finally {
            (new Filesystem())->remove($folder);
        }
    }
}
