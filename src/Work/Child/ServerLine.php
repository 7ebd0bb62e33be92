<?php

declare(strict_types=1);

namespace Snugfit\Work\Child;

/** What a line of the process server's says, by its first word. */
enum ServerLine: string
{
    case Answer = 'answer';
    case Enlarged = 'enlarged';
    case Ended = 'ended';

    public static function kindOf(string $line): ?self
    {
        return self::tryFrom(strstr($line, ' ', true) ?: '');
    }

    public function rest(string $line): string
    {
        return substr($line, \strlen($this->value) + 1);
    }

    /** @param resource $stream */
    public function tell($stream, string $rest): void
    {
        self::write($stream, "$this->value $rest\n");
    }

    /**
     * Until all of it is gone, or nobody takes it.
     *
     * @param resource $stream
     */
    public static function write($stream, string $text): void
    {
        while ('' !== $text && 0 !== ($written = (int) @fwrite($stream, $text))) {
            $text = substr($text, $written);
        }
    }
}
