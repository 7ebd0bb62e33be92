<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Measure\FractionBox;

/** Reads a master's facts for what a person should know. */
final readonly class MasterWarnings
{
    /** A picture whose long side is under this carries no ordinary print (common practice: 4,000 to 5,000 px are wanted). */
    private const TINY = 600;

    /** Hundredths of its contrast: a sharp picture loses over ten of them when halved, one enlarged six times four to seven (measured). */
    private const SOFT = 8.0;

    /** Steps at block borders against others; JPEG at quality 92 stays under 2, at 12 it is over 10 (measured). */
    private const BLOCKY = 3.0;

    /** Mean level of 255. */
    private const DARK = 52.0;

    /** Share of a side. */
    private const EMPTY = 0.15;

    /** Pixels of a line of lettering, from foot to top, under which its letters run together (measured on the networks' own results). */
    private const READABLE = 9.0;

    /** A tag of so many ppi speaks of print, and a print under so many inches is a small one (common practice). */
    private const PRINT_TAG = 240.0;
    private const SMALL_PRINT = 6.0;

    /** Of the guess of a kind. */
    private const SURE = 0.6;

    /** Longer than this to one is an unusual proportion. */
    private const LONG = 3.0;

    /** @return list<MasterWarning> the gravest first */
    public function of(MasterFacts $facts, string $fileName): array
    {
        $found = [];
        $attention = static function (string $code, string $sentence) use (&$found): void {
            $found[] = new MasterWarning($code, $sentence, true);
        };
        $note = static function (string $code, string $sentence) use (&$found): void {
            $found[] = new MasterWarning($code, $sentence, false);
        };
        $size = $facts->size;

        if (!$facts->format->isVector() && $size->longSide() < self::TINY) {
            $attention('tiny', \sprintf('Only %s px: too small for most prints.', $size));
        }
        $long = $size->longSide() / min($size->width, $size->height);
        if ($long > self::LONG) {
            $attention('proportions', \sprintf('Unusually long, %.1f to 1: most products will cut much of it.', $long));
        }
        $promised = MasterFormat::promisedBy($fileName);
        if ($promised !== $facts->format) {
            $attention('extension', \sprintf('The name ends in "%s", but the file is %s. It is read as %2$s.', pathinfo($fileName, \PATHINFO_EXTENSION), $facts->format->label()));
        }
        if ($facts->reachesOutside) {
            $attention('outside', 'The drawing refers to scripts or outside files. They are never run or fetched, so parts may be missing.');
        }
        if ($facts->pages > 1) {
            $attention('pages', \sprintf('Holds %d pictures or pages; only the first is used.', $facts->pages));
        }
        if (ColourModel::Cmyk === $facts->colour) {
            $attention('cmyk', \sprintf('CMYK%s: turned into sRGB for the print file, so bright colours may shift.', null === $facts->profile ? ' without a profile' : ', '.$facts->profile));
        }
        if ($facts->isWideGamut()) {
            $note('profile', \sprintf('Profile "%s": turned into sRGB for the print file.', $facts->profile));
        }
        $measures = $facts->statistics;
        if (null !== $measures->lostAtHalf && $measures->lostAtHalf < self::SOFT && $measures->brightness >= self::DARK && Kind::PixelArt !== $facts->kindGuess) {
            $attention('soft', \sprintf(
                '%s: halved and enlarged again, its sharpest part loses only %s%% of its contrast. Enlarging it further shows no more.',
                $measures->lostAtHalf < self::SOFT / 2 ? 'Enlarged before, or out of focus' : 'Soft, maybe enlarged before', number_format($measures->lostAtHalf, 1),
            ));
        }
        if (MasterFormat::Jpeg === $facts->format && $measures->blockiness > self::BLOCKY) {
            $attention('blocks', \sprintf('Damaged by JPEG: steps at the borders of its 8 × 8 blocks are %s times those between. A better copy would print better.', number_format($measures->blockiness, 1)));
        }
        if (null !== $measures->savedBefore) {
            $attention('resaved', \sprintf('Saved as JPEG before, at quality %d or so, and again since: what the first time took away is not back. Look for the file it came from.', 5 * (int) round($measures->savedBefore / 5)));
        }
        $heights = array_map(static fn (FractionBox $line): float => $line->height * $size->height, $facts->format->isVector() ? [] : $facts->lettering);
        if ([] !== $heights && min($heights) < self::READABLE) {
            $attention('small-lettering', \sprintf('Lettering only %d px high: too few to come out readable, however it is enlarged.', (int) round(min($heights))));
        }
        if ($measures->brightness < self::DARK) {
            $note('dark', \sprintf('Dark: its mean level is %d of 255, and prints look darker than screens.', (int) round($measures->brightness)));
        }
        $margins = array_filter(array_combine(['at the top', 'on the right', 'at the bottom', 'on the left'], array_pad($measures->emptyMargins, 4, 0.0)), static fn (float $share): bool => $share >= self::EMPTY);
        if ([] !== $margins && array_sum($margins) < 1.5) {
            $note('margins', 'Empty margins: '.implode(', ', array_map(static fn (string $side, float $share): string => \sprintf('%d%% %s', (int) round(100 * $share), $side), array_keys($margins), $margins)).'.');
        }
        if ($facts->kindConfidence < self::SURE && null !== $facts->kindOther) {
            $note('kind', \sprintf('Guessed to be %s, but it may be %s: the kind decides how it is enlarged, so choose it above if the guess is wrong.', $facts->kindGuess->withArticle(), $facts->kindOther->withArticle()));
        }
        if ($facts->isTransparent) {
            $note('transparent', 'Has transparent parts; products that want none get them on the matte colour, white.');
        }
        if ($facts->bits > 8) {
            $note('depth', '16 bits per channel, kept in PNG and TIFF; JPEG holds 8.');
        }
        if ($facts->exifOrientation > 1) {
            $note('turned', 'Stored on its side or mirrored; shown and printed upright.');
        }
        if (null !== $facts->ppiTag && !$facts->format->isVector()) {
            $inches = static fn (float $ppi): string => \sprintf('%.1f × %.1f in', $size->width / $ppi, $size->height / $ppi);
            $tag = rtrim(rtrim(number_format($facts->ppiTag, 1), '0'), '.');
            // A tag fit for print on a picture that is too small for one is what people are taken in by.
            if ($facts->ppiTag >= self::PRINT_TAG && $size->longSide() / $facts->ppiTag < self::SMALL_PRINT) {
                $attention('ppi-tag', \sprintf('Tagged %s ppi as if for print, but that would be only %s. Only a note: the pixels decide.', $tag, $inches($facts->ppiTag)));
            } else {
                $note('ppi-tag', \sprintf('Tagged %s ppi, which would be %s; at 300 it is %s. Only a note: the pixels decide.', $tag, $inches($facts->ppiTag), $inches(300.0)));
            }
        }

        return $found;
    }
}
