<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** The files that a job has to do with: its process sees the folders of these, and no others. */
final readonly class JobFiles
{
    /** @var list<string> */
    public array $writes;

    /**
     * @param list<string>  $reads
     * @param list<?string> $writes what may not be there yet; null for nothing
     */
    public function __construct(public array $reads, array $writes = [])
    {
        $this->writes = array_values(array_filter($writes, static fn (?string $path): bool => null !== $path));
    }
}
