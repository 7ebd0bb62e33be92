<?php

declare(strict_types=1);

namespace Snugfit\Core;

/** Lines of a table as text: RFC 4180, UTF-8. */
final class Csv
{
    /** @param list<string|int|float> $cells */
    public static function line(array $cells): string
    {
        return implode(',', array_map(self::cell(...), $cells))."\r\n";
    }

    /**
     * Reads a table whose cells are parted by commas, semicolons or tabs, whichever its first line has most of.
     *
     * @return list<list<string>> lines that hold anything
     */
    public static function read(string $text): array
    {
        $text = mb_scrub((string) preg_replace('/^\xEF\xBB\xBF/', '', $text));
        $first = strtok($text, "\r\n") ?: '';
        $counts = array_map(static fn (string $mark): int => substr_count($first, $mark), [',' => ',', ';' => ';', "\t" => "\t"]);
        arsort($counts);
        $file = fopen('php://temp', 'r+') ?: throw new \RuntimeException('There is no memory for the table.');
        fwrite($file, $text);
        rewind($file);
        $lines = [];
        while (false !== ($cells = fgetcsv($file, separator: (string) array_key_first($counts), escape: ''))) {
            // As it was before a spreadsheet could take it for a formula.
            $plain = static fn (?string $cell): string => (string) preg_replace("/^'(?=[=+\-@])/", '', trim((string) $cell));
            $cells = array_map($plain, $cells);
            if ('' !== implode('', $cells)) {
                $lines[] = $cells;
            }
        }
        fclose($file);

        return $lines;
    }

    private static function cell(string|int|float $value): string
    {
        $text = (string) $value;
        // A text that a spreadsheet would take for a formula is kept a text.
        if (\is_string($value) && 1 === preg_match('/^[=+\-@\t\r]/', $text)) {
            $text = "'".$text;
        }

        return 1 === preg_match('/[",\r\n]/', $text) ? '"'.str_replace('"', '""', $text).'"' : $text;
    }
}
