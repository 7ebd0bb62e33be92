<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

/** Gives every file of a delivery a name of its own, also on file systems that do not tell A from a. */
final class NameRegistry
{
    /** @var array<string, true> */
    private array $taken = [];

    public function reserve(string $path): void
    {
        $this->taken[mb_strtolower($path)] = true;
    }

    /**
     * The path, or the first free of path-2, path-3 …
     *
     * @param \Closure(string): bool $exists whether a path is taken by a file that is not ours
     */
    public function claim(string $folder, string $name, string $extension, ?\Closure $exists = null): string
    {
        $stem = '' === $folder ? $name : $folder.'/'.$name;
        for ($number = 1;; ++$number) {
            $path = $stem.(1 === $number ? '' : '-'.$number).'.'.$extension;
            if (!isset($this->taken[mb_strtolower($path)]) && !($exists?->__invoke($path) ?? false)) {
                $this->reserve($path);

                return $path;
            }
        }
    }
}
