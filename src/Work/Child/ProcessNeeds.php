<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;

/** What a process is started with: two jobs with the same needs can have the same process. */
final readonly class ProcessNeeds
{
    /** @param string $workFolder for what is worth keeping between jobs */
    public function __construct(public int $threads, public string $workFolder, public SandboxFolders $folders)
    {
    }

    /** Names them among all others. */
    public function name(): string
    {
        return "$this->threads $this->workFolder ".$this->folders->name();
    }

    /** @throws MalformedJson */
    public static function fromJson(JsonReader $needs): self
    {
        return new self(
            $needs->int('threads'),
            $needs->string('work'),
            SandboxFolders::of($needs->strings('reads'), $needs->strings('writes')),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'threads' => $this->threads,
            'work' => $this->workFolder,
            'reads' => $this->folders->reads,
            'writes' => $this->folders->writes,
        ];
    }
}
