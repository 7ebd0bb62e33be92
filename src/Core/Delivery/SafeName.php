<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

/** Turns any text into a part of a file name that every common file system takes. */
final class SafeName
{
    /** Bytes of UTF-8; leaves room for a counter and an extension within the usual 255. */
    private const LONGEST = 150;

    private const RESERVED = '/^(con|prn|aux|nul|com\d|lpt\d)(\..*)?$/i';

    public static function of(string $text): string
    {
        $normal = \Normalizer::normalize(mb_scrub($text), \Normalizer::FORM_C);
        $name = \is_string($normal) ? $normal : '';
        $name = (string) preg_replace('/[^\p{L}\p{M}\p{N}._-]+/u', '-', $name);
        $name = (string) preg_replace('/-{2,}/', '-', $name);
        $name = trim($name, '-. ');
        $name = rtrim(mb_strcut($name, 0, self::LONGEST, 'UTF-8'), '-. ');
        if ('' === $name) {
            return 'untitled';
        }

        return 1 === preg_match(self::RESERVED, $name) ? $name.'-' : $name;
    }

    /** A relative folder with each of its parts made safe; empty for the top. Never leads upwards. */
    public static function folder(string $path): string
    {
        $parts = array_filter(explode('/', str_replace('\\', '/', $path)), static fn (string $part): bool => '' !== trim($part, '. '));

        return implode('/', array_map(self::of(...), $parts));
    }
}
