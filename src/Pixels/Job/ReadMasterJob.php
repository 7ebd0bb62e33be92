<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** Read a master's facts and make its previews. */
final readonly class ReadMasterJob implements PixelJob
{
    /** @param array<int, string> $previews side in pixels => path of the WebP */
    public function __construct(public string $master, public array $previews = [])
    {
    }

    public function timeLimit(): float
    {
        return 180;
    }

    public function toArray(): array
    {
        return ['job' => 'read', 'master' => $this->master, 'previews' => array_map(static fn (int $side, string $path): array => ['side' => $side, 'path' => $path], array_keys($this->previews), $this->previews)];
    }
}
