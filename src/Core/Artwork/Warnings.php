<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

/** Reads a master's facts for what a person should know. */
final readonly class Warnings
{
    /** A picture whose long side is under this carries no ordinary print (common practice: 4,000 to 5,000 px are wanted). */
    private const TINY = 600;

    /** Longer than this to one is an unusual proportion. */
    private const LONG = 3.0;

    /** @return list<Warning> the gravest first */
    public function of(MasterFacts $facts, string $fileName): array
    {
        $found = [];
        $attention = static function (string $code, string $sentence) use (&$found): void {
            $found[] = new Warning($code, $sentence, true);
        };
        $note = static function (string $code, string $sentence) use (&$found): void {
            $found[] = new Warning($code, $sentence, false);
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
        if (Colour::Cmyk === $facts->colour) {
            $attention('cmyk', \sprintf('CMYK%s: turned into sRGB for the print file, so bright colours may shift.', null === $facts->profile ? ' without a profile' : ', '.$facts->profile));
        }
        if ($facts->isWideGamut()) {
            $note('profile', \sprintf('Profile "%s": turned into sRGB for the print file.', $facts->profile));
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
            $nominal = \sprintf('%.1f × %.1f in', $size->width / $facts->ppiTag, $size->height / $facts->ppiTag);
            $note('ppi-tag', \sprintf('Tagged %s ppi, which would be %s. Only a note: the pixels decide.', rtrim(rtrim(number_format($facts->ppiTag, 1), '0'), '.'), $nominal));
        }

        return $found;
    }
}
