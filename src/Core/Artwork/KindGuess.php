<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/**
 * A picture's kind as its features tell it (common practice; a person corrects it), and how sure that is: each kind has
 * thresholds that its features have to pass, and the nearer one is to a threshold the less sure. The bounds were set by
 * looking at pictures of every kind (measured). What parts photographs from paintings no figure of a whole picture tells well: where
 * pieces of it were looked at by a network, that counts.
 */
final readonly class KindGuess
{
    private const PIXEL_ART_SIDE = 512;

    private function __construct(
        public Kind $kind,
        /** 0 to 1. */
        public float $confidence,
        /** The next likely one. */
        public Kind $other,
    ) {
    }

    /** @param ?float $photographed how likely pieces of it are those of a photograph, 0 to 1; null where nobody looked at them */
    public static function from(KindFeatures $features, ?float $photographed = null): self
    {
        // From the most particular to the most general: each takes its share of what is left.
        $left = 1.0;
        $guesses = [];
        foreach (
            [
                [Kind::PixelArt, self::blocks($features)],
                [Kind::LineArt, self::inkOnPaper($features)],
                [Kind::FlatGraphic, self::fewColours($features)],
                [Kind::Photo, null === $photographed ? self::camera($features) : min(
                    self::over($photographed, 0.12, 0.44),
                    // No camera leaves a picture without any noise, though a blurred ground made small has little: ramps of colour,
                    // without any edge, look like one to a network.
                    self::over($features->noise, ...$features->soft < 1.0 ? [0.08, 0.16] : [0.36, 0.46]),
                )],
            ] as [$kind, $share]
        ) {
            $guesses[] = [$kind, $left * $share];
            $left *= 1 - $share;
        }
        $guesses[] = [Kind::Illustration, $left];
        usort($guesses, static fn (array $one, array $other): int => $other[1] <=> $one[1]);

        return new self($guesses[0][0], $guesses[0][1], $guesses[1][0]);
    }

    private static function blocks(KindFeatures $features): float
    {
        if ($features->block > 1) {
            return min(self::over($features->mainColours, 96, 32), self::over($features->soft, 0.99, 0.9));
        }

        return $features->longSide > self::PIXEL_ART_SIDE || $features->same >= 1.0
            ? 0.0
            : min(self::over($features->colours, 140, 52), self::over($features->soft, 0.45, 0.25));
    }

    private static function inkOnPaper(KindFeatures $features): float
    {
        return min(
            self::over($features->grey, 0.95, 0.99),
            self::over($features->light + $features->dark, 0.77, 0.93),
            self::over($features->light, 0.4, 0.6),
        );
    }

    private static function fewColours(KindFeatures $features): float
    {
        return min(self::over($features->mainColours, 38, 10), self::over($features->same, 0.72, 0.88));
    }

    /**
     * Neighbours are hardly ever the same under a camera's noise, plain skies and grounds aside; where JPEG or a mild hand smoothed it,
     * what noise is left tells.
     */
    private static function camera(KindFeatures $features): float
    {
        // Neither alone is enough, but where hardly any neighbours are the same at all.
        return max(
            0.49 * self::over($features->alike, 0.42, 0.1) + 0.51 * self::over($features->noise, 0.4, 1.6),
            self::over($features->same, 0.12, 0.04),
        );
    }

    /** 0 at one bound and beyond, 1 at the other and beyond, a straight line between. */
    private static function over(float $value, float $none, float $all): float
    {
        return max(0.0, min(1.0, ($value - $none) / ($all - $none)));
    }
}
