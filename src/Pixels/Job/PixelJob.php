<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;

/** A piece of pixel work that a child process does. It travels as JSON, and each kind knows its own, both ways. */
interface PixelJob
{
    /** Names the kind among all others. */
    public static function name(): string;

    /** @throws MalformedJson */
    public static function fromJson(JsonReader $job): self;

    /** @return array<string, mixed> what fromJson() reads */
    public function toArray(): array;

    public function files(): JobFiles;

    /** After how many seconds it is stopped, since no honest file takes that long. */
    public function timeLimit(): float;
}
