<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Pixels\Job\ReadMasterJob;

/**
 * What reading a file may cost, told from its first bytes alone: by what it says of itself, which a decoder will have to do. It
 * says nothing of whether the file is good.
 */
enum ReadingEffort
{
    case Usual;

    /** Large, of a kind whose size tells nothing of the work, or of no known kind: others shall not wait behind it. */
    case Heavy;

    /** Pixels over which a picture takes seconds to read here: an A1 at 300 ppi has 70 million. */
    private const MANY_PIXELS = 120_000_000;

    /** Bytes of a drawing that are looked at, and over which it is heavy in itself. */
    private const DRAWING = 2_000_000;

    /** What makes a drawing's renderer work much for few bytes. */
    private const COSTLY = '/<(?:filter|fe[A-Z]\w+|image|pattern|mask|use)\b|<!ENTITY/';

    /** Seconds that reading may take in the usual lane; what takes longer goes to the other, and begins anew there. */
    public const USUAL_SECONDS = 20.0;

    /** Seconds that a drawing of few bytes may take at most: an honest one with a filter over all of it takes 15 here. */
    private const DRAWING_SECONDS = 45.0;

    /** Seconds after which reading a heavy file is given up, by its kind. */
    public static function mostSeconds(string $path): float
    {
        $head = (string) @file_get_contents($path, length: self::DRAWING);
        $isSmallDrawing = str_contains(substr($head, 0, 1000), '<svg') && \strlen($head) < self::DRAWING;

        return $isSmallDrawing ? self::DRAWING_SECONDS : ReadMasterJob::MOST_SECONDS;
    }

    public static function of(string $path): self
    {
        $head = (string) @file_get_contents($path, length: self::DRAWING);
        if (1 === preg_match('/^\s*(?:<\?xml|<!--|<!DOCTYPE|<svg)/', substr($head, 0, 1000))) {
            return \strlen($head) >= self::DRAWING || 1 === preg_match(self::COSTLY, $head) ? self::Heavy : self::Usual;
        }
        if (str_starts_with($head, '%PDF')) {
            return self::Heavy;
        }
        $size = @getimagesize($path);
        if (false === $size) {
            // Formats whose header PHP does not know are told by their length: none of ours grows more than a hundredfold.
            return \strlen($head) >= self::DRAWING ? self::Heavy : self::Usual;
        }

        return $size[0] * $size[1] > self::MANY_PIXELS ? self::Heavy : self::Usual;
    }
}
