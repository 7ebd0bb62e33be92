<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\SourceEvidence;

/** The way that suits a picture, and why: by its kind and by what was done to it before. */
final readonly class UpscaleChoice
{
    /**
     * How much mending is best at a quality of JPEG and at a strength of noise, in levels: measured on pictures of all kinds that no
     * network was trained on (networks/model-card.md has the table). Between two, a straight line.
     */
    private const SHADED_BY_QUALITY = [40 => 100, 52 => 90, 75 => 55, 88 => 35, 95 => 0];
    private const PLAIN_BY_QUALITY = [55 => 100, 70 => 50, 72 => 0];
    private const SHADED_BY_NOISE = [1 => 0, 2 => 30, 3 => 50, 5 => 85, 8 => 100];
    private const PLAIN_BY_NOISE = [4 => 0, 6 => 100];

    /**
     * The same of networks that are for noise alone, and for drawings alone. What only the pixels tell of a drawing's JPEG is sure of bad
     * ones alone: clean drawings may look like good ones.
     */
    private const DENOISED_BY_NOISE = [2 => 0, 3 => 20, 5 => 45, 8 => 75, 11 => 90, 15 => 100];
    private const REDRAWN_BY_QUALITY = [30 => 100, 50 => 85, 65 => 70, 75 => 55, 85 => 30, 90 => 15, 94 => 0];
    private const REDRAWN_BY_TRACES = [30 => 100, 50 => 85, 65 => 70, 70 => 60, 72 => 0];
    private const REDRAWN_BY_NOISE = [4 => 0, 8 => 35, 11 => 55, 15 => 75, 22 => 100];

    /**
     * The quality at which shaded pictures have so strong steps at JPEG's block borders (measured on 70 photographs and paintings; 95 of
     * 100 clean ones have less than 1.10). Plain pictures have such steps of their own.
     */
    private const QUALITY_BY_BLOCKS = ['1.10' => 82, '1.15' => 72, '1.26' => 52, '1.42' => 32, '1.70' => 20];

    /** Per cent: less mending than this is none, where the other way is faithful, and where it is drawn. */
    private const LEAST = 20;
    private const LEAST_PLAIN = 50;

    /**
     * How much focusing is best where a picture is as soft as the evidence has it (pixels, where it is sharpest): measured as above.
     * Blurs under half a pixel are not seen, and none of the clean pictures had 0.1.
     */
    private const BY_BLUR = ['0.15' => 0, '0.20' => 50, '0.80' => 75, '1.30' => 85, '1.70' => 100];
    private const LEAST_FOCUSED = 40;

    /** Levels of noise from which on focusing makes more of it than of anything else. */
    private const MOST_NOISE = 4.0;

    /** Per cent between two strengths. */
    private const STEP = 10;

    /** From which on noise, in levels, is worth a word. */
    private const NOISY = 2.0;

    /** Of pictures that were read before their evidence was looked for: steps at JPEG's block borders against others. */
    private const BLOCKS_SHOW = 1.15;
    private const BLOCKS_DISTURB = 1.5;

    private function __construct(public UpscaleSettings $settings, /** One sentence. */ public string $why)
    {
    }

    public static function for(Kind $kind, MasterFacts $facts): self
    {
        $chosen = self::mended($kind, $facts, true);
        // What has few colours of its own has no soft edges, and what has to be mended first is no better for being sharpened.
        $isClean = \in_array($chosen->settings->method, [UpscaleMethod::Faithful, UpscaleMethod::Drawn], true);

        return $isClean && null !== $facts->evidence ? self::focused($facts->evidence) ?? $chosen : $chosen;
    }

    /** As it was while one network mended everything. */
    public static function before(Kind $kind, MasterFacts $facts): self
    {
        return self::mended($kind, $facts, false);
    }

    private static function focused(SourceEvidence $evidence): ?self
    {
        $blur = $evidence->blurInFocus ?? 0.0;
        $strength = self::stepped(self::at(self::BY_BLUR, $blur));
        if ($strength < self::LEAST_FOCUSED || $evidence->noise > self::MOST_NOISE) {
            return null;
        }

        return self::by(
            UpscaleMethod::Focused,
            \sprintf('Soft, as if blurred by about %.1f px: focused%s.', $blur, self::byShare($strength)),
            $strength,
        );
    }

    /** @param bool $apart whether noise, and drawings, have networks of their own */
    private static function mended(Kind $kind, MasterFacts $facts, bool $apart): self
    {
        $evidence = $facts->evidence;
        if (Kind::PixelArt === $kind) {
            return self::by(UpscaleMethod::Nearest, 'Pixel art: every pixel becomes a block.');
        }
        if (null === $evidence) {
            return self::unseen($kind, $facts);
        }
        $isShaded = \in_array($kind, [Kind::Photo, Kind::Illustration], true);
        $quality = self::quality($evidence, $facts, $isShaded);
        [$qualities, $noises, $least] = match (true) {
            $isShaded => [self::SHADED_BY_QUALITY, $apart ? self::DENOISED_BY_NOISE : self::SHADED_BY_NOISE, self::LEAST],
            $apart && null === $evidence->savedAt => [self::REDRAWN_BY_TRACES, self::REDRAWN_BY_NOISE, self::LEAST],
            $apart => [self::REDRAWN_BY_QUALITY, self::REDRAWN_BY_NOISE, self::LEAST],
            default => [self::PLAIN_BY_QUALITY, self::PLAIN_BY_NOISE, self::LEAST_PLAIN],
        };
        $byQuality = null === $quality ? 0 : self::at($qualities, $quality);
        $byNoise = self::at($noises, $evidence->noise);
        $isNoise = $byNoise > $byQuality;
        $strength = self::stepped(max($byQuality, $byNoise));
        if ($strength >= $least) {
            [$way, $done] = match (true) {
                $apart && !$isShaded => [UpscaleMethod::Redrawn, 'redrawn'],
                $apart && $isNoise => [UpscaleMethod::Denoised, 'denoised'],
                default => [UpscaleMethod::Mending, 'mended'],
            };

            return self::by($way, \sprintf(
                '%s: %s%s.',
                $isNoise
                    ? \sprintf('Noise of about %d levels', max(1, (int) round($evidence->noise)))
                    : \sprintf('%s of about quality %d', null === $evidence->savedAt ? 'Traces of a JPEG' : 'JPEG', (int) $quality),
                $done,
                self::byShare($strength),
            ), $strength);
        }
        $clean = match (true) {
            null !== $evidence->savedAt => \sprintf('of good quality (JPEG %d)', (int) $quality),
            $evidence->noise >= self::NOISY => 'with little noise',
            default => 'clean',
        };

        return self::clean($kind, $facts, \sprintf('%s, %s', ucfirst($kind->label()), $clean));
    }

    private static function stepped(float $strength): int
    {
        return self::STEP * (int) round($strength / self::STEP);
    }

    private static function byShare(int $strength): string
    {
        return $strength < 100 ? \sprintf(' by %d%%', $strength) : '';
    }

    private static function by(UpscaleMethod $method, string $why, int $strength = 100): self
    {
        return new self(new UpscaleSettings($method, $strength), $why);
    }

    private static function clean(Kind $kind, MasterFacts $facts, string $what): self
    {
        return match (true) {
            Kind::FlatGraphic === $kind && null !== $facts->statistics->flatColours => self::by(
                UpscaleMethod::Rebuilt,
                \sprintf('%s, of %d colours: drawn in these.', $what, $facts->statistics->flatColours),
            ),
            \in_array($kind, [Kind::FlatGraphic, Kind::LineArt], true) => self::by(UpscaleMethod::Drawn, "$what: drawn."),
            default => self::by(UpscaleMethod::Faithful, "$what: faithful."),
        };
    }

    /** The lowest that it was saved at, as a JPEG's tables and the pixels tell; null where nothing speaks for JPEG. */
    private static function quality(SourceEvidence $evidence, MasterFacts $facts, bool $isShaded): ?int
    {
        if (null !== $evidence->savedAt) {
            return min($evidence->savedAt, $facts->statistics->savedBefore ?? 100);
        }
        if (!$isShaded) {
            return $evidence->seenQuality();
        }
        $blocks = $facts->statistics->blockiness;

        return $blocks < (float) array_key_first(self::QUALITY_BY_BLOCKS) ? null : (int) round(self::at(self::QUALITY_BY_BLOCKS, $blocks));
    }

    private static function unseen(Kind $kind, MasterFacts $facts): self
    {
        $blocks = MasterFormat::Jpeg === $facts->format ? $facts->statistics->blockiness : 1.0;
        $isShaded = \in_array($kind, [Kind::Photo, Kind::Illustration], true);

        return match (true) {
            $isShaded && $blocks >= self::BLOCKS_DISTURB => self::by(UpscaleMethod::Mending, 'JPEG blocks disturb: mended.'),
            $isShaded && $blocks >= self::BLOCKS_SHOW => self::by(UpscaleMethod::Mending, 'JPEG blocks show: mended by 50%.', 50),
            default => self::clean($kind, $facts, ucfirst($kind->label())),
        };
    }

    /** @param non-empty-array<int|string, int> $points what is there at a value, and between two on a straight line */
    private static function at(array $points, float $value): float
    {
        $before = null;
        foreach ($points as $place => $there) {
            $place = (float) $place;
            if ($value <= $place) {
                return null === $before ? $there : $before[1] + ($there - $before[1]) * ($value - $before[0]) / ($place - $before[0]);
            }
            $before = [$place, $there];
        }

        return $before[1];
    }
}
