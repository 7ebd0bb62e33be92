<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

/** Find the telling spots of a picture. */
final readonly class DetailRegionsJob implements PixelJob
{
    /** @param string $picture a preview does */
    public function __construct(public string $picture)
    {
    }

    public function timeLimit(): float
    {
        return 60;
    }

    public function toArray(): array
    {
        return ['job' => 'spots', 'picture' => $this->picture];
    }
}
