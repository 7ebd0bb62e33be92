<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\SourceEvidence;

/** What was done to a picture, as the reason for its way begins. */
final readonly class DamageWords
{
    /** From which on noise, in levels, is worth a word. */
    private const NOISY = 2.0;

    /** JPEG quality that shows no blocks (common practice). */
    private const GOOD = 80;

    public static function noise(float $levels): string
    {
        return \sprintf('Noise of about %d levels', max(1, (int) round($levels)));
    }

    public static function blur(float $pixels): string
    {
        return \sprintf('Soft, as if blurred by about %.1f px', $pixels);
    }

    public static function jpeg(SourceEvidence $evidence, int $quality): string
    {
        return \sprintf('%s of about quality %d', null === $evidence->savedAt ? 'Traces of a JPEG' : 'JPEG', $quality);
    }

    public static function clean(Kind $kind, SourceEvidence $evidence, ?int $quality): string
    {
        return \sprintf('%s, %s', ucfirst($kind->label()), match (true) {
            null !== $evidence->savedAt && $quality >= self::GOOD => \sprintf('of good quality (JPEG %d)', $quality),
            null !== $evidence->savedAt => \sprintf('JPEG of quality %d', (int) $quality),
            $evidence->noise >= self::NOISY => 'with little noise',
            default => 'clean',
        });
    }
}
