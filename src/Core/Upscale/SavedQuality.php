<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\SourceEvidence;

/** The lowest quality of JPEG that a picture was saved at. */
final readonly class SavedQuality
{
    /**
     * The quality at which shaded pictures have so strong steps at JPEG's block borders (measured on 70 photographs and paintings; 95 of
     * 100 clean ones have less than 1.10). Plain pictures have such steps of their own.
     */
    private const BY_BLOCKS = ['1.10' => 82, '1.15' => 72, '1.26' => 52, '1.42' => 32, '1.70' => 20];

    /** As a JPEG's tables and the pixels tell; null where nothing speaks for JPEG. */
    public static function of(SourceEvidence $evidence, MasterFacts $facts, bool $isShaded): ?int
    {
        if (null !== $evidence->savedAt) {
            return min($evidence->savedAt, $facts->statistics->savedBefore ?? 100);
        }
        if (!$isShaded) {
            return $evidence->seenQuality();
        }
        $blocks = $facts->statistics->blockiness;

        return $blocks < (float) array_key_first(self::BY_BLOCKS) ? null : (int) round(RepairStrength::on(self::BY_BLOCKS, $blocks));
    }
}
