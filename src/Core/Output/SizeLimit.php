<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

/** How large a print file may be, and how far a lossy format's quality may be lowered for it. */
final readonly class SizeLimit
{
    /** Below it JPEG's loss shows in print (common practice: a high quality for print). */
    public const LEAST_QUALITY = 80;

    public function __construct(public int $bytes, public int $leastQuality = self::LEAST_QUALITY)
    {
        if ($bytes < 1) {
            throw ImpossibleOutput::noBytes($bytes);
        }
        if ($leastQuality < 1 || $leastQuality > 100) {
            throw ImpossibleOutput::quality($leastQuality);
        }
    }

    /**
     * Reads "8000000", "8MB", "800 kB".
     *
     * @throws ImpossibleOutput
     */
    public static function parseBytes(string $text): int
    {
        if (1 !== preg_match('/^\s*(\d+(?:[.,]\d+)?)\s*(k|m|g)?(i)?b?(?:ytes)?\s*$/i', $text, $found)) {
            throw ImpossibleOutput::bytes($text);
        }
        $base = '' === ($found[3] ?? '') ? 1000 : 1024;

        return (int) round(
            (float) str_replace(',', '.', $found[1]) * $base ** ['' => 0, 'k' => 1, 'm' => 2, 'g' => 3][strtolower($found[2] ?? '')],
        );
    }
}
