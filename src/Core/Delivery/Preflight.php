<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Lettering\Contrast;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;

/** Holds a written print file against its recipe. One finding per rule; a file with any that failed is not delivered. */
final readonly class Preflight
{
    /** PNG counts whole pixels per metre, which is within half a hundredth of a ppi of any tag. */
    private const PPI_SLACK = 0.02;

    /** Millimetres by which a page box may be off. */
    private const BOX_SLACK = 0.1;

    /**
     * Structural similarity under which a print shows something else than its plan: turned or wrongly cut ones lie far below,
     * finished ones above.
     */
    private const LIKE_ENOUGH = 0.6;

    /** Share of the pixels: a lossy format's own swings put single ones on an extreme. */
    private const AT_EXTREMES = 0.001;

    /** Share of the words' pixels: a lossy file's single ones may be off. */
    private const LAID = 0.98;

    /** Levels of 255: edges that swing further have a halo that shows. */
    private const HALO = 60.0;

    /** @return non-empty-list<PreflightFinding> */
    public function check(Recipe $recipe, PrintFileFacts $file, ?int $maxBytes): array
    {
        $write = $recipe->write;
        $profile = $write->colour->profile;

        return [
            self::complete($file),
            new PreflightFinding('Format', $write->format->label(), $file->format?->label() ?? 'another', $file->format === $write->format),
            new PreflightFinding('Pixels', (string) $recipe->size(), (string) $file->size, $file->size->equals($recipe->size())),
            ...$this->ppi($write->ppi, $file),
            ...self::colours($profile, $file),
            new PreflightFinding(
                'Transparency',
                $write->transparent ? 'kept' : 'none',
                $file->transparent ? 'kept' : 'none',
                $file->transparent === $write->transparent,
            ),
            new PreflightFinding('Depth', $write->bits.' bits', $file->bits.' bits', $file->bits === $write->bits),
            self::size($file, $maxBytes),
            ...null === $write->page ? [] : self::boxes($write->page->trim, $write->page, $file),
            ...null === $file->measures ? [] : self::measures($file->measures),
        ];
    }

    /** @return list<PreflightFinding> */
    public static function colours(Profile $profile, PrintFileFacts $file): array
    {
        return [
            new PreflightFinding(
                'Profile',
                $profile->label(),
                $file->profile ?? 'none',
                null !== $file->profile && $profile->isDescribedBy($file->profile),
            ),
            new PreflightFinding(
                'Channels',
                (string) $profile->channels(),
                (string) $file->channels,
                $profile->channels() === $file->channels,
            ),
        ];
    }

    /** @return list<PreflightFinding> */
    private function ppi(Ppi $wanted, PrintFileFacts $file): array
    {
        // WebP has no field for it.
        if (FileFormat::Webp === $file->format) {
            return [];
        }
        // A page's own box says how large a PDF's picture is, and a pixel's rounding shows in it.
        $slack =
            FileFormat::Pdf === $file->format
                ? $wanted->value / max(1, min($file->size->width, $file->size->height)) + self::PPI_SLACK
                : self::PPI_SLACK;
        $fits = abs($file->ppiAcross - $wanted->value) <= $slack && abs($file->ppiDown - $wanted->value) <= $slack;
        $inches = static fn (float $across, float $down): string => \sprintf('%.2f × %.2f in', $across, $down);

        return [
            new PreflightFinding(
                'ppi tag',
                (string) round($wanted->value, 2),
                \sprintf('%s × %s', round($file->ppiAcross, 2), round($file->ppiDown, 2)),
                $fits,
            ),
            new PreflightFinding(
                'Size on paper',
                $inches($file->size->width / $wanted->value, $file->size->height / $wanted->value),
                $inches($file->size->width / max(0.01, $file->ppiAcross), $file->size->height / max(0.01, $file->ppiDown)),
                $fits,
            ),
        ];
    }

    public static function complete(PrintFileFacts $file): PreflightFinding
    {
        return new PreflightFinding('Complete', 'a whole file', $file->complete ? 'a whole file' : 'a file cut short', $file->complete);
    }

    public static function size(PrintFileFacts $file, ?int $maxBytes): PreflightFinding
    {
        return new PreflightFinding(
            'File size',
            null === $maxBytes ? 'over 0 bytes' : 'at most '.number_format($maxBytes).' bytes',
            number_format($file->bytes).' bytes',
            $file->bytes > 0 && (null === $maxBytes || $file->bytes <= $maxBytes),
        );
    }

    /** @return list<PreflightFinding> */
    public static function boxes(PrintSize $trim, ?PdfPage $page, PrintFileFacts $file): array
    {
        if (null === $file->boxes) {
            return [new PreflightFinding('Page boxes', 'trim and bleed', 'none', false)];
        }
        $wanted = [$trim->width->inMillimetres(), $trim->height->inMillimetres()];
        $found = PdfBoxes::millimetres($file->boxes->trim);
        $findings = [
            new PreflightFinding('Trim box', self::millimetres($wanted), self::millimetres($found), self::isSize($found, $wanted)),
            new PreflightFinding('Pages', '1', (string) $file->boxes->pages, 1 === $file->boxes->pages),
        ];
        if (null !== $page) {
            [$wanted, $found] = [PdfBoxes::millimetres($page->bleedBox()), PdfBoxes::millimetres($file->boxes->bleed)];
            $findings[] = new PreflightFinding(
                'Bleed box',
                self::millimetres($wanted),
                self::millimetres($found),
                self::isSize($found, $wanted),
            );
        }

        return $findings;
    }

    /** @param array{float, float} $size */
    private static function millimetres(array $size): string
    {
        return \sprintf('%.1f × %.1f mm', $size[0], $size[1]);
    }

    /**
     * @param array{float, float} $size
     * @param array{float, float} $wanted
     */
    private static function isSize(array $size, array $wanted): bool
    {
        return abs($size[0] - $wanted[0]) <= self::BOX_SLACK && abs($size[1] - $wanted[1]) <= self::BOX_SLACK;
    }

    /** @return list<PreflightFinding> */
    private static function measures(PrintQualityMeasures $measures): array
    {
        $findings = [
            new PreflightFinding(
                'Shows the plan',
                'the same picture',
                \sprintf('%.0f%% alike', 100 * $measures->similarity),
                $measures->similarity >= self::LIKE_ENOUGH,
            ),
        ];
        if (null !== $measures->atExtremes) {
            $findings[] = new PreflightFinding(
                'Extremes',
                'no ink on black or white',
                0.0 === $measures->atExtremes ? 'nothing on them' : \sprintf('%.3f%% on them', 100 * $measures->atExtremes),
                $measures->atExtremes <= self::AT_EXTREMES,
            );
        }
        if (null !== $measures->halo) {
            $findings[] = new PreflightFinding(
                'Halos',
                \sprintf('at most %d levels', self::HALO),
                \sprintf('%.0f levels', $measures->halo),
                $measures->halo <= self::HALO,
            );
        }

        return [...$findings, ...self::words($measures)];
    }

    /** @return list<PreflightFinding> */
    private static function words(PrintQualityMeasures $measures): array
    {
        if (null === $measures->lettering) {
            return [];
        }

        return [
            new PreflightFinding(
                'Words',
                'laid in their colour',
                \sprintf('%.1f%% of them laid in their colour', 100 * $measures->lettering),
                $measures->lettering >= self::LAID,
            ),
            // Told, and left to the person: faint words may be meant.
            ...null === $measures->contrast ? [] : [
                new PreflightFinding(
                    'Contrast of the words',
                    \sprintf('%s : 1 or more reads well', Contrast::LEAST),
                    \sprintf('%.1f : 1%s', $measures->contrast, Contrast::judged($measures->contrast)),
                    true,
                ),
            ],
        ];
    }

    /** @param list<PreflightFinding> $findings */
    public static function passed(array $findings): bool
    {
        return [] === self::failures($findings);
    }

    /**
     * @param list<PreflightFinding> $findings
     *
     * @return list<PreflightFinding>
     */
    public static function failures(array $findings): array
    {
        return array_values(array_filter($findings, static fn (PreflightFinding $finding): bool => !$finding->passed));
    }
}
