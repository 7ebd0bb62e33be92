<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Recipe\Recipe;

/** Holds a written print file against its recipe. One finding per rule; a file with any that failed is not delivered. */
final readonly class Preflight
{
    /** PNG counts whole pixels per metre, which is within half a hundredth of a ppi of any tag. */
    private const PPI_SLACK = 0.02;

    /** @return non-empty-list<Finding> */
    public function check(Recipe $recipe, PrintFileFacts $file, ?int $maxBytes): array
    {
        $write = $recipe->write;
        $wantedPpi = round($write->ppi->value, 2);
        $ppiFits = abs($file->ppiAcross - $write->ppi->value) <= self::PPI_SLACK && abs($file->ppiDown - $write->ppi->value) <= self::PPI_SLACK;

        return [
            new Finding('Complete', 'a whole file', $file->complete ? 'a whole file' : 'a file cut short', $file->complete),
            new Finding('Format', $write->format->label(), $file->format?->label() ?? 'another', $file->format === $write->format),
            new Finding('Pixels', (string) $recipe->size(), (string) $file->size, $file->size->equals($recipe->size())),
            new Finding('ppi tag', (string) $wantedPpi, \sprintf('%s × %s', round($file->ppiAcross, 2), round($file->ppiDown, 2)), $ppiFits),
            new Finding('Profile', 'sRGB', $file->profile ?? 'none', null !== $file->profile && MasterFacts::isSrgb($file->profile)),
            new Finding('Channels', '3', (string) $file->channels, 3 === $file->channels),
            new Finding('Transparency', $write->transparent ? 'kept' : 'none', $file->transparent ? 'kept' : 'none', $file->transparent === $write->transparent),
            new Finding('Depth', $write->bits.' bits', $file->bits.' bits', $file->bits === $write->bits),
            new Finding(
                'File size',
                null === $maxBytes ? 'over 0 bytes' : 'at most '.number_format($maxBytes).' bytes',
                number_format($file->bytes).' bytes',
                $file->bytes > 0 && (null === $maxBytes || $file->bytes <= $maxBytes),
            ),
        ];
    }

    /** @param list<Finding> $findings */
    public static function passed(array $findings): bool
    {
        return [] === self::failures($findings);
    }

    /**
     * @param list<Finding> $findings
     *
     * @return list<Finding>
     */
    public static function failures(array $findings): array
    {
        return array_values(array_filter($findings, static fn (Finding $finding): bool => !$finding->passed));
    }
}
