<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;

/** One job at the process server: what is asked, the child that does it, and what is told of it. */
final class ServedConnection
{
    private const BYTES = 1 << 16;

    private string $asked = '';
    private ?ProcessNeeds $needs = null;
    private ?PixelProcess $process = null;
    private float $enlarged = 0.0;

    /** @param resource $stream that does not block */
    public function __construct(public readonly mixed $stream)
    {
    }

    /** Does what can be done now; false once all is told, or nobody listens any more. */
    public function goesOn(ProcessSupply $supply): bool
    {
        if (!$this->hears()) {
            $this->process?->kill();
            fclose($this->stream);

            return false;
        }
        if (null === $this->process || null === $this->needs) {
            return substr_count($this->asked, "\n") < 2 || $this->begins($supply);
        }
        $answer = $this->process->answer();
        if ($this->process->enlarged() !== $this->enlarged) {
            $this->enlarged = $this->process->enlarged();
            ServerLine::Enlarged->tell($this->stream, (string) $this->enlarged);
        }
        if (null !== $answer) {
            // What a broken file left behind shall not meet the next one.
            str_starts_with($answer, '{"facts"') ? $supply->keep($this->needs, $this->process) : $this->process->kill();

            return $this->ends(ServerLine::Answer, $answer);
        }
        if ($this->process->isAlive()) {
            return true;
        }

        return $this->endsBy($this->process->ending());
    }

    /** Whether the other side is still there. */
    private function hears(): bool
    {
        while (\is_string($bytes = @fread($this->stream, self::BYTES)) && '' !== $bytes) {
            $this->asked .= $bytes;
        }

        return !feof($this->stream);
    }

    private function begins(ProcessSupply $supply): bool
    {
        [$needs, $job] = explode("\n", $this->asked);
        try {
            $this->needs = ProcessNeeds::fromJson(JsonReader::decode($needs, 'a job for the process server'));
        } catch (MalformedJson $e) {
            return $this->endsBy(new ProcessEnding(false, false, $e->getMessage()));
        }
        OpenFiles::keepToOneself();
        $this->process = $supply->take($this->needs);
        $this->process->giveLine($job);

        return true;
    }

    private function endsBy(ProcessEnding $ending): false
    {
        return $this->ends(ServerLine::Ended, json_encode($ending->toArray(), \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE));
    }

    private function ends(ServerLine $kind, string $rest): false
    {
        stream_set_blocking($this->stream, true);
        $kind->tell($this->stream, $rest);
        fclose($this->stream);

        return false;
    }
}
