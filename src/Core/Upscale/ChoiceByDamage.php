<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\SourceEvidence;

/**
 * The way that suits a picture by its kind and by how strong each damage is. So it is chosen for what was read before each way's errors
 * were looked for.
 */
final readonly class ChoiceByDamage
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

    /** Of pictures that were read before their evidence was looked for: steps at JPEG's block borders against others. */
    private const BLOCKS_SHOW = 1.15;
    private const BLOCKS_DISTURB = 1.5;

    public static function of(Kind $kind, MasterFacts $facts): UpscaleChoice
    {
        $chosen = self::mended($kind, $facts, true);
        // What has few colours of its own has no soft edges, and what has to be mended first is no better for being sharpened.
        $isClean = \in_array($chosen->settings->method, [UpscaleMethod::Faithful, UpscaleMethod::Drawn], true);

        return $isClean && null !== $facts->evidence ? self::focused($facts->evidence) ?? $chosen : $chosen;
    }

    /** As it was while one network mended everything. */
    public static function before(Kind $kind, MasterFacts $facts): UpscaleChoice
    {
        return self::mended($kind, $facts, false);
    }

    private static function focused(SourceEvidence $evidence): ?UpscaleChoice
    {
        $blur = $evidence->blurInFocus ?? 0.0;
        $strength = RepairStrength::nearest(RepairStrength::on(self::BY_BLUR, $blur));

        return $strength < self::LEAST_FOCUSED || $evidence->noise > self::MOST_NOISE
            ? null
            : UpscaleChoice::repaired(UpscaleMethod::Focused, DamageWords::blur($blur), $strength);
    }

    /** @param bool $apart whether noise, and drawings, have networks of their own */
    private static function mended(Kind $kind, MasterFacts $facts, bool $apart): UpscaleChoice
    {
        $evidence = $facts->evidence;
        if (Kind::PixelArt === $kind) {
            return UpscaleChoice::inBlocks();
        }
        if (null === $evidence) {
            return self::unseen($kind, $facts);
        }
        $quality = SavedQuality::of($evidence, $facts, $kind->isShaded());
        [$qualities, $noises, $least] = match (true) {
            $kind->isShaded() => [self::SHADED_BY_QUALITY, $apart ? self::DENOISED_BY_NOISE : self::SHADED_BY_NOISE, self::LEAST],
            $apart && null === $evidence->savedAt => [self::REDRAWN_BY_TRACES, self::REDRAWN_BY_NOISE, self::LEAST],
            $apart => [self::REDRAWN_BY_QUALITY, self::REDRAWN_BY_NOISE, self::LEAST],
            default => [self::PLAIN_BY_QUALITY, self::PLAIN_BY_NOISE, self::LEAST_PLAIN],
        };
        $byQuality = null === $quality ? 0.0 : RepairStrength::on($qualities, $quality);
        $byNoise = RepairStrength::on($noises, $evidence->noise);
        $isNoise = $byNoise > $byQuality;
        $strength = RepairStrength::nearest(max($byQuality, $byNoise));

        return $strength < $least
            ? self::clean($kind, $facts, DamageWords::clean($kind, $evidence, $quality))
            : UpscaleChoice::repaired(
                match (true) {
                    $apart && !$kind->isShaded() => UpscaleMethod::Redrawn,
                    $apart && $isNoise => UpscaleMethod::Denoised,
                    default => UpscaleMethod::Mending,
                },
                $isNoise ? DamageWords::noise($evidence->noise) : DamageWords::jpeg($evidence, (int) $quality),
                $strength,
            );
    }

    private static function clean(Kind $kind, MasterFacts $facts, string $what): UpscaleChoice
    {
        return $kind->isShaded() ? UpscaleChoice::plain(UpscaleMethod::Faithful, $what) : UpscaleChoice::drawn($kind, $facts, $what);
    }

    private static function unseen(Kind $kind, MasterFacts $facts): UpscaleChoice
    {
        $isTelling = MasterFormat::Jpeg === $facts->format && $kind->isShaded();
        $blocks = $isTelling ? $facts->statistics->blockiness : 1.0;

        return match (true) {
            $blocks >= self::BLOCKS_DISTURB => UpscaleChoice::repaired(UpscaleMethod::Mending, 'JPEG blocks disturb', 100),
            $blocks >= self::BLOCKS_SHOW => UpscaleChoice::repaired(UpscaleMethod::Mending, 'JPEG blocks show', 50),
            default => self::clean($kind, $facts, ucfirst($kind->label())),
        };
    }
}
