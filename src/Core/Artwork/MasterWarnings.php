<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\Measure\FractionBox;

/** Reads a master's facts for what a person should know. */
final readonly class MasterWarnings
{
    /** A picture whose long side is under this carries no ordinary print (common practice: 4,000 to 5,000 px are wanted). */
    public const TINY = 600;

    /** Longer than this to one is an unusual proportion. */
    public const LONG = 3.0;

    /** Hundredths of its contrast: a sharp picture loses over ten of them when halved, one enlarged six times four to seven (measured). */
    public const SOFT = 8.0;

    /** Steps at block borders against others; JPEG at quality 92 stays under 2, at 12 it is over 10 (measured). */
    public const BLOCKY = 3.0;

    /** Mean level of 255. */
    public const DARK = 52.0;

    /** Share of a side that is empty. */
    public const EMPTY = 0.15;

    /** Pixels of a line of lettering, from foot to top, under which its letters run together (measured on the networks' own results). */
    public const READABLE = 9.0;

    /** A tag of so many ppi speaks of print, and a print under so many inches is a small one (common practice). */
    public const PRINT_TAG = 240.0;
    public const SMALL_PRINT = 6.0;

    /** Of the guess of a kind. */
    public const SURE = 0.6;

    /** What the ppi tag is read against: the standard of what is held in the hand (common practice). */
    private const HAND_HELD = 300.0;

    /** @return list<MasterWarning> in the order in which they matter */
    public function of(MasterFacts $facts, string $fileName, WarningContext $context = new WarningContext()): array
    {
        return array_values([
            ...$this->ofShape($facts),
            ...$this->ofFile($facts, $fileName),
            ...$this->ofColours($facts, $context),
            ...$this->ofPixels($facts),
            ...$this->ofContent($facts),
            ...$this->ofParts($facts),
            ...$this->ofWhatIsChanged($facts, $context),
            ...$this->ofTag($facts),
        ]);
    }

    /** @return iterable<MasterWarning> */
    private function ofShape(MasterFacts $facts): iterable
    {
        $size = $facts->size;
        if (!$facts->format->isVector() && $size->longSide() < self::TINY) {
            yield self::attention('tiny', \sprintf('Only %s px: too small for most prints.', $size));
        }
        $long = $size->longSide() / min($size->width, $size->height);
        if ($long > self::LONG) {
            yield self::attention('proportions', \sprintf('Unusually long, %.1f to 1: most products will cut much of it.', $long));
        }
    }

    /** @return iterable<MasterWarning> */
    private function ofFile(MasterFacts $facts, string $fileName): iterable
    {
        if (MasterFormat::promisedBy($fileName) !== $facts->format) {
            $ending = pathinfo($fileName, \PATHINFO_EXTENSION);
            yield self::attention(
                'extension',
                \sprintf('The name ends in "%s", but the file is %s. It is read as %2$s.', $ending, $facts->format->label()),
            );
        }
        if ($facts->reachesOutside) {
            yield self::attention(
                'outside',
                'The drawing refers to scripts or outside files. They are never run or fetched, so parts may be missing.',
            );
        }
        if ($facts->pages > 1) {
            yield self::attention('pages', \sprintf('Holds %d pictures or pages; this is the first.', $facts->pages));
        }
    }

    /** @return iterable<MasterWarning> */
    private function ofColours(MasterFacts $facts, WarningContext $context): iterable
    {
        if (ColourModel::Cmyk === $facts->colour) {
            $profile = null === $facts->profile ? ' without a profile' : ', '.$facts->profile;
            yield self::attention(
                'cmyk',
                \sprintf('CMYK%s: turned into %s for the print files, so bright colours may shift.', $profile, $context->profilesInWords()),
            );
        }
        if ($facts->isWideGamut() && [] !== $context->narrowProfiles()) {
            $for =
                \count($context->narrowProfiles()) === \count($context->profiles) ? 'the print files' : 'products that are printed in it';
            $narrow = new WarningContext($context->narrowProfiles());
            yield self::note(
                'profile',
                \sprintf('Profile "%s": turned into %s for %s.', $facts->profile, $narrow->profilesInWords(), $for),
            );
        }
    }

    /** @return iterable<MasterWarning> */
    private function ofPixels(MasterFacts $facts): iterable
    {
        $statistics = $facts->statistics;
        $lost = $statistics->lostAtHalf;
        if (null !== $lost && $lost < self::SOFT && $statistics->brightness >= self::DARK && Kind::PixelArt !== $facts->kindGuess) {
            $what = $lost < self::SOFT / 2 ? 'Enlarged before, or out of focus' : 'Soft, maybe enlarged before';
            yield self::attention(
                'soft',
                \sprintf(
                    '%s: halved and enlarged again, its sharpest part loses only %s%% of its contrast. Enlarging it further shows no more.',
                    $what,
                    number_format($lost, 1),
                ),
            );
        }
        if (MasterFormat::Jpeg === $facts->format && $statistics->blockiness > self::BLOCKY) {
            yield self::attention(
                'blocks',
                \sprintf(
                    'Damaged by JPEG: steps at the borders of its 8 × 8 blocks are %s times those between. A better '
                    .'copy would print better.',
                    number_format($statistics->blockiness, 1),
                ),
            );
        }
        if (null !== $statistics->savedBefore) {
            yield self::attention(
                'resaved',
                \sprintf(
                    'Saved as JPEG before, at quality %d or so, and again since: what the first time took away is not '
                    .'back. Look for the file it came from.',
                    5 * (int) round($statistics->savedBefore / 5),
                ),
            );
        }
    }

    /** @return iterable<MasterWarning> */
    private function ofContent(MasterFacts $facts): iterable
    {
        $lines = $facts->format->isVector() ? [] : $facts->lettering;
        $heights = array_map(static fn (FractionBox $line): float => $line->height * $facts->size->height, $lines);
        if ([] !== $heights && min($heights) < self::READABLE) {
            yield self::attention(
                'small-lettering',
                \sprintf('Lettering only %d px high: too few to come out readable, however it is enlarged.', (int) round(min($heights))),
            );
        }
        $level = $facts->statistics->brightness;
        if ($level < self::DARK) {
            yield self::note(
                'dark',
                \sprintf('Dark: its mean level is %d of 255, and prints look darker than screens.', (int) round($level)),
            );
        }
        $sides = array_combine(
            ['at the top', 'on the right', 'at the bottom', 'on the left'],
            array_pad($facts->statistics->emptyMargins, 4, 0.0),
        );
        $margins = array_filter($sides, static fn (float $share): bool => $share >= self::EMPTY);
        if ([] !== $margins && array_sum($margins) < 1.5) {
            $told = array_map(
                static fn (string $side, float $share): string => \sprintf('%d%% %s', (int) round(100 * $share), $side),
                array_keys($margins),
                $margins,
            );
            yield self::note('margins', 'Empty margins: '.implode(', ', $told).'.');
        }
        if ($facts->kindConfidence < self::SURE && null !== $facts->kindOther) {
            yield self::note(
                'kind',
                \sprintf(
                    'Guessed to be %s, but it may be %s: the kind decides how it is enlarged, so choose it above if the guess is wrong.',
                    $facts->kindGuess->withArticle(),
                    $facts->kindOther->withArticle(),
                ),
            );
        }
    }

    /** @return iterable<MasterWarning> */
    private function ofParts(MasterFacts $facts): iterable
    {
        $told = array_map(
            static fn (KindPart $part): string => \sprintf(
                '%s, %d%% %s',
                $part->kind->isShaded() ? 'photograph' : 'drawn',
                (int) round(100 * $part->box->area()),
                $part->place(),
            ),
            $facts->parts,
        );
        if ([] !== $told) {
            yield self::note('parts', \sprintf('In parts: %s. The test strip can enlarge parts another way.', implode('; ', $told)));
        }
    }

    /** @return iterable<MasterWarning> */
    private function ofWhatIsChanged(MasterFacts $facts, WarningContext $context): iterable
    {
        if ($facts->isTransparent) {
            $matte = $context->matteInWords();
            yield self::note(
                'transparent',
                \sprintf('Has transparent parts; products that want none get them on the matte colour, %s.', $matte),
            );
        }
        if ($facts->bits > 8) {
            yield self::note('depth', '16 bits per channel, kept in PNG and TIFF; JPEG holds 8.');
        }
        if ($facts->exifOrientation > 1) {
            yield self::note('turned', 'Stored on its side or mirrored; shown and printed upright.');
        }
    }

    /**
     * A tag fit for print on a picture that is too small for one is what people are taken in by; any other is just a fact.
     *
     * @return iterable<MasterWarning>
     */
    private function ofTag(MasterFacts $facts): iterable
    {
        $tag = $facts->format->isVector() ? null : $facts->ppiTag;
        if (null === $tag || $tag < self::PRINT_TAG || $facts->size->longSide() / $tag >= self::SMALL_PRINT) {
            return;
        }
        $inches = static fn (float $ppi): string => \sprintf('%.1f × %.1f in', $facts->size->width / $ppi, $facts->size->height / $ppi);
        $atHand = abs($tag - self::HAND_HELD) < 0.5 ? '' : \sprintf('; at 300 it is %s', $inches(self::HAND_HELD));
        yield self::attention(
            'ppi-tag',
            \sprintf(
                'Tagged %s ppi as if for print, but that would be only %s%s. Only a note: the pixels decide.',
                rtrim(rtrim(number_format($tag, 1), '0'), '.'),
                $inches($tag),
                $atHand,
            ),
        );
    }

    private static function attention(string $code, string $sentence): MasterWarning
    {
        return new MasterWarning($code, $sentence, true);
    }

    private static function note(string $code, string $sentence): MasterWarning
    {
        return new MasterWarning($code, $sentence, false);
    }
}
