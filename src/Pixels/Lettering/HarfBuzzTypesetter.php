<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Lettering;

use Snugfit\Core\Lettering\FaceChoice;
use Snugfit\Core\Lettering\Glyph;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\StrokeMeter;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Lettering\Words;
use Snugfit\Pixels\HarfBuzz\FontFile;
use Snugfit\Pixels\HarfBuzz\TextRuns;

/** Sets words by HarfBuzz: ligatures, kerning, marks, both directions. */
final class HarfBuzzTypesetter implements Typesetter
{
    /** @var array<string, non-empty-list<FontFile>> */
    private array $open = [];

    /** @param array<string, Face> $faces by code */
    public function __construct(private readonly array $faces)
    {
    }

    public function set(array $words): array
    {
        return array_map(fn (Words $one): GlyphLine => $this->line($one->text, $this->files($one->face), $one->spacing / 1000), $words);
    }

    /** @return non-empty-list<FontFile> */
    private function files(FaceChoice $choice): array
    {
        return $this->open[$choice->code.' '.$choice->weight] ??= array_map(
            static fn (string $path): FontFile => FontFile::open($path, $choice->weight),
            ($this->faces[$choice->code] ?? throw ImpossibleLettering::face($choice->code, array_keys($this->faces)))->files,
        );
    }

    /** @param non-empty-list<FontFile> $files */
    private function line(string $text, array $files, float $spacing): GlyphLine
    {
        [$glyphs, $missing, $thinnest, $x, $space] = [[], [], \INF, 0.0, 0.0];
        foreach (TextRuns::of($text, $files) as $run) {
            $file = $files[$run->file];
            $apart = $run->isJoined() ? 0.0 : $spacing;
            $shaped = $file->shape($run, 0.0 !== $apart);
            foreach ($shaped as $i => $glyph) {
                if (0 === $glyph->number) {
                    $missing[] = $glyph->character;
                    continue;
                }
                $outline = $file->outline($glyph->number);
                // Space comes after a letter with its marks, not between them.
                $space = ($shaped[$i + 1]->cluster ?? -1) === $glyph->cluster ? 0.0 : $apart;
                if (!$outline->isEmpty()) {
                    $glyphs[] = new Glyph($outline, $x + $glyph->x, $glyph->y, $glyph->advance);
                    $thinnest = min($thinnest, StrokeMeter::thinnest($outline) ?? \INF);
                }
                $x += $glyph->advance + $space;
            }
        }

        return new GlyphLine(
            $glyphs,
            $x - $space,
            $files[0]->capHeight(),
            array_values(array_unique($missing)),
            \INF === $thinnest ? null : $thinnest,
        );
    }
}
