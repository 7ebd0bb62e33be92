<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\Length;

/**
 * Proposes frame, mat and wall for a picture by its colours: dark frames for dark pictures, wood for warm ones, a wall that is lighter or
 * cooler than what hangs on it (common practice).
 */
final readonly class FrameRule
{
    private const DARK = 36.0;
    private const LIGHT = 70.0;
    private const WARM = 5.0;
    private const COLOURFUL = 24.0;

    /** Millimetres: of prints with a mat; its width in parts of the print's short side, and within which bounds. */
    private const LARGEST_MATTED = 620.0;
    private const MAT = 0.17;
    private const LEAST_MAT = 20.0;
    private const MOST_MAT = 70.0;

    /** A mat does not show beside a picture whose edge is as light. */
    private const WHITE_EDGE = 93.0;

    private function __construct(
        public Moulding $moulding,
        public Length $mat,
        /** Six hexadecimal digits. */
        public string $matColour,
        public Wall $wall,
        /** A sentence. */
        public string $why,
    ) {
    }

    public static function for(PictureTones $tones, PrintBody $body): self
    {
        $isWarm = $tones->warmth > self::WARM;
        $isRich = $tones->chroma > self::COLOURFUL;
        $brightness = match (true) {
            $tones->lightness < self::DARK => 'dark',
            $tones->lightness > self::LIGHT => 'light',
            default => 'of middle brightness',
        };
        $moulding = match (true) {
            $tones->lightness < self::DARK => $isWarm ? ($isRich ? Moulding::Gilt : Moulding::Walnut) : Moulding::Black,
            $tones->lightness > self::LIGHT => $isWarm || !$isRich ? Moulding::Oak : Moulding::White,
            default => $isWarm ? ($isRich ? Moulding::Walnut : Moulding::Oak) : Moulding::Black,
        };
        $wall = match (true) {
            $tones->lightness < self::DARK => $isWarm ? Wall::Chalk : Wall::Linen,
            $tones->lightness > self::LIGHT && !$isRich => $isWarm ? Wall::Sea : Wall::Clay,
            default => $isWarm ? Wall::Sage : Wall::Linen,
        };

        return new self(
            $moulding,
            self::mat($body),
            $tones->edgeLightness > self::WHITE_EDGE ? 'efe9dd' : 'fbfaf6',
            $wall,
            \sprintf(
                'The picture is %s, %s and %s.',
                $brightness,
                $isWarm ? 'warm' : 'cool',
                $isRich ? 'rich in colour' : 'quiet in colour',
            ),
        );
    }

    /** To whole fives of millimetres; none round a large print. */
    private static function mat(PrintBody $body): Length
    {
        $short = min($body->face->width->inMillimetres(), $body->face->height->inMillimetres());
        if ($short > self::LARGEST_MATTED) {
            return Length::zero();
        }

        return Length::millimetres(5 * round(max(self::LEAST_MAT, min(self::MOST_MAT, self::MAT * $short)) / 5));
    }
}
