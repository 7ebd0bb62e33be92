<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;

/** A master that a job works on. Whoever stores it under its hash knows that hash, so that nobody computes it again. */
final readonly class JobMaster
{
    /** @param ?string $sha256 null where nobody has computed it yet */
    public function __construct(public string $path, public ?string $sha256 = null)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['path' => JobPath::encoded($this->path), 'sha256' => $this->sha256];
    }

    public static function fromJson(JsonReader $master): self
    {
        return new self(JobPath::in($master, 'path'), $master->optionalString('sha256'));
    }
}
