<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** A path in JSON: as it stands where it is UTF-8; any other bytes, which a file system allows, in base64. */
final class JobPath
{
    /** @return string|array{base64: string} */
    public static function encoded(string $path): string|array
    {
        return mb_check_encoding($path, 'UTF-8') ? $path : ['base64' => base64_encode($path)];
    }

    public static function in(JsonReader $job, string $name): string
    {
        $isText = \is_string($job->toArray()[$name] ?? null);

        return $isText ? $job->string($name) : (string) base64_decode($job->record($name)->string('base64'), true);
    }
}
