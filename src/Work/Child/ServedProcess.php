<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Job\PixelJob;

/** A process server's child, by way of its connection: closing that is how it is stopped. */
final class ServedProcess implements JobProcess
{
    private const BYTES = 1 << 16;

    private string $line = '';
    private ?string $answer = null;
    private float $enlarged = 0.0;
    private ?ProcessEnding $ending = null;

    /** @param resource $connection to the server */
    public function __construct(private $connection, private readonly ProcessNeeds $needs)
    {
    }

    public function give(PixelJob $job): void
    {
        $lines = [$this->needs->toArray(), ['job' => $job::name()] + $job->toArray()];
        foreach ($lines as $line) {
            ServerLine::write($this->connection, json_encode($line, \JSON_THROW_ON_ERROR)."\n");
        }
        stream_set_blocking($this->connection, false);
    }

    public function answer(): ?string
    {
        if (null === $this->answer && null === $this->ending) {
            $this->listen();
        }

        return $this->answer;
    }

    public function enlarged(): float
    {
        return $this->enlarged;
    }

    public function isAlive(): bool
    {
        return null === $this->ending;
    }

    public function pid(): ?int
    {
        return null;
    }

    public function ending(): ProcessEnding
    {
        return $this->ending ?? new ProcessEnding(false, true, 'The connection to the process server was closed.');
    }

    public function kill(): void
    {
        $this->ending ??= $this->ending();
        @fclose($this->connection);
    }

    private function listen(): void
    {
        while (\is_string($bytes = @fread($this->connection, self::BYTES)) && '' !== $bytes) {
            $this->line .= $bytes;
        }
        $lines = explode("\n", $this->line);
        $this->line = array_pop($lines);
        foreach ($lines as $line) {
            match (ServerLine::kindOf($line)) {
                ServerLine::Answer => $this->answer = ServerLine::Answer->rest($line),
                ServerLine::Enlarged => $this->enlarged = (float) ServerLine::Enlarged->rest($line),
                ServerLine::Ended => $this->ending = ProcessEnding::fromJson(
                    JsonReader::decode(ServerLine::Ended->rest($line), 'a process\'s ending'),
                ),
                null => null,
            };
        }
        if (null === $this->answer && null === $this->ending && feof($this->connection)) {
            $this->ending = $this->ending();
        }
    }
}
