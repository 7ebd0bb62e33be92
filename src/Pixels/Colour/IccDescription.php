<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Colour;

/** Reads the description out of an ICC profile (ICC.1:2022, tag "desc": a text of version 2 or 4). */
final class IccDescription
{
    private const HEADER = 128;
    private const TAG_ENTRY = 12;

    /** @return string the description, or "unnamed" where the profile has none that can be read */
    public static function description(string $profile): string
    {
        $tags = self::number($profile, self::HEADER);
        for ($i = 0; $i < min($tags, 100); ++$i) {
            $entry = self::HEADER + 4 + $i * self::TAG_ENTRY;
            if ('desc' === substr($profile, $entry, 4)) {
                return self::text(substr($profile, self::number($profile, $entry + 4), self::number($profile, $entry + 8)));
            }
        }

        return 'unnamed';
    }

    private static function text(string $tag): string
    {
        $text = match (substr($tag, 0, 4)) {
            'desc' => substr($tag, 12, max(0, self::number($tag, 8) - 1)),
            // The first of possibly many languages.
            'mluc' => mb_convert_encoding(substr($tag, self::number($tag, 24), self::number($tag, 20)), 'UTF-8', 'UTF-16BE'),
            default => '',
        };
        $text = trim((string) preg_replace('/[^\P{C}]+/u', '', mb_scrub($text)));

        return '' === $text ? 'unnamed' : mb_strimwidth($text, 0, 100, '…');
    }

    private static function number(string $bytes, int $at): int
    {
        $part = substr($bytes, $at, 4);
        if (4 !== \strlen($part)) {
            return 0;
        }

        return (\ord($part[0]) << 24) | (\ord($part[1]) << 16) | (\ord($part[2]) << 8) | \ord($part[3]);
    }
}
