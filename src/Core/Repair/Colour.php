<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/** Colours as edits name them: sRGB, six hexadecimal digits. */
final class Colour
{
    public static function check(string $colour): void
    {
        if (1 !== preg_match('/^[0-9a-f]{6}$/', $colour)) {
            throw ImpossibleEdit::because(\sprintf('"%s" is no colour of six hexadecimal digits.', mb_substr($colour, 0, 40)));
        }
    }

    /** @return array{int, int, int} red, green, blue from 0 to 255 */
    public static function levels(string $colour): array
    {
        return [(int) hexdec(substr($colour, 0, 2)), (int) hexdec(substr($colour, 2, 2)), (int) hexdec(substr($colour, 4, 2))];
    }
}
