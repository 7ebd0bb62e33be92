<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

/** What the letters of a line look like. */
final readonly class LetterStyle
{
    private const LEAST_SPACING = -200;
    private const MOST_SPACING = 2000;

    public function __construct(
        public FaceChoice $face = new FaceChoice(),
        public LetterSize $size = new LetterSize(new TrimShare(0.06)),
        /** Six hexadecimal digits, sRGB. */
        public string $colour = '1e2b2f',
        /** Between letters, in thousandths of the em. */
        public int $spacing = 0,
        public ?LetterOutline $outline = null,
    ) {
        self::assertColour($colour);
        if ($spacing < self::LEAST_SPACING || $spacing > self::MOST_SPACING) {
            throw ImpossibleLettering::figure('Spacing, in thousandths of the letters\' size,', self::LEAST_SPACING, self::MOST_SPACING);
        }
    }

    /** @throws ImpossibleLettering */
    public static function assertColour(string $colour): void
    {
        if (1 !== preg_match('/^[0-9a-f]{6}$/', $colour)) {
            throw ImpossibleLettering::colour($colour);
        }
    }
}
