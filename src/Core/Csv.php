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
