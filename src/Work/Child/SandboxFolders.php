<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** The folders that a process sees beside the program: those it reads, and those it writes to. */
final readonly class SandboxFolders
{
    /**
     * @param list<string> $reads
     * @param list<string> $writes
     */
    private function __construct(public array $reads, public array $writes)
    {
    }

    /**
     * @param list<string> $reads
     * @param list<string> $writes
     */
    public static function of(array $reads, array $writes): self
    {
        $writes = self::sorted($writes);

        return new self(array_values(array_diff(self::sorted($reads), $writes)), $writes);
    }

    /** Names the set among all others. */
    public function name(): string
    {
        return hash('xxh128', serialize([$this->reads, $this->writes]));
    }

    /** @return list<array{string, string}> how and what, outer folders first, since the later lies over the earlier */
    public function mounts(): array
    {
        $how = [...array_fill_keys($this->reads, '--ro-bind'), ...array_fill_keys($this->writes, '--bind')];
        ksort($how);
        $mounts = [];
        foreach ($how as $path => $one) {
            $mounts[] = [$one, (string) $path];
        }

        return $mounts;
    }

    /**
     * @param list<string> $paths
     *
     * @return list<string>
     */
    private static function sorted(array $paths): array
    {
        $paths = array_unique($paths);
        sort($paths);

        return $paths;
    }
}
