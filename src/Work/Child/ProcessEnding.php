<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;

/** How a process ended that gave no answer. */
final readonly class ProcessEnding
{
    /**
     * @param bool   $isOutOfMemory because it could get no more memory
     * @param bool   $wasKilled     from outside: by the kernel that was short of memory, by a person, by the end of the machine
     * @param string $complaint     what it said of its own accord, mostly why it came to nothing
     */
    public function __construct(public bool $isOutOfMemory, public bool $wasKilled, public string $complaint)
    {
    }

    /** @throws MalformedJson */
    public static function fromJson(JsonReader $ending): self
    {
        return new self($ending->bool('memory'), $ending->bool('killed'), $ending->string('complaint'));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['memory' => $this->isOutOfMemory, 'killed' => $this->wasKilled, 'complaint' => $this->complaint];
    }

    public function failure(): PixelJobFailed
    {
        return match (true) {
            $this->isOutOfMemory => PixelJobFailed::outOfMemory($this->complaint),
            $this->wasKilled => PixelJobFailed::killed($this->complaint),
            default => PixelJobFailed::crashed($this->complaint),
        };
    }
}
