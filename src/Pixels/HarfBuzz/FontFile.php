<?php

declare(strict_types=1);

namespace Snugfit\Pixels\HarfBuzz;

use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\VectorPath;

/** An OpenType file at one weight. All figures it gives are in ems. */
final class FontFile
{
    /** Where a file tells nothing (common practice). */
    private const CAP_HEIGHT = 0.7;

    private const NAME_FAMILY = 1;
    private const LONGEST_NAME = 200;

    /** @var array<int, VectorPath> */
    private array $outlines = [];

    private function __construct(private readonly \FFI\CData $face, private readonly \FFI\CData $font, private readonly int $unitsPerEm)
    {
    }

    /** @throws ImpossibleLettering where it is none, or has no outlines */
    public static function open(string $path, int $weight): self
    {
        $library = HarfBuzz::library();
        $blob = $library->hb_blob_create_from_file_or_fail($path) ?? throw ImpossibleLettering::font(basename($path));
        $face = $library->hb_face_create($blob, 0);
        if ($library->hb_face_get_glyph_count($face) < 2) {
            throw ImpossibleLettering::font(basename($path));
        }
        $font = $library->hb_font_create($face);
        $file = new self($face, $font, max(1, $library->hb_face_get_upem($face)));
        $range = $file->weights();
        if (null !== $range) {
            $variation = $library->new('hb_variation_t[1]');
            $variation[0]->tag = HarfBuzz::tag('wght');
            $variation[0]->value = max($range[0], min($range[1], $weight));
            $library->hb_font_set_variations($font, $variation, 1);
        }

        return $file;
    }

    /** @return ?array{int, int} the lightest and the heaviest; null where there is one only */
    public function weights(): ?array
    {
        $library = HarfBuzz::library();
        $count = $library->new('unsigned');
        $count->cdata = 16;
        $axes = $library->new('hb_ot_var_axis_info_t[16]');
        $library->hb_ot_var_get_axis_infos($this->face, 0, \FFI::addr($count), $axes);
        for ($i = 0; $i < $count->cdata; ++$i) {
            if ($axes[$i]->tag === HarfBuzz::tag('wght')) {
                return [(int) $axes[$i]->min_value, (int) $axes[$i]->max_value];
            }
        }

        return null;
    }

    /** As the file calls itself. */
    public function name(): string
    {
        $library = HarfBuzz::library();
        $size = $library->new('unsigned');
        $size->cdata = self::LONGEST_NAME;
        $text = $library->new('char['.self::LONGEST_NAME.']');
        $library->hb_ot_name_get_utf8($this->face, self::NAME_FAMILY, null, \FFI::addr($size), $text);

        return mb_scrub(\FFI::string($text, $size->cdata), 'UTF-8');
    }

    public function has(int $character): bool
    {
        $glyph = HarfBuzz::library()->new('uint32_t');

        return 0 !== HarfBuzz::library()->hb_font_get_nominal_glyph($this->font, $character, \FFI::addr($glyph));
    }

    public function capHeight(): float
    {
        $height = HarfBuzz::library()->new('int32_t');
        $isTold = 0 !== HarfBuzz::library()->hb_ot_metrics_get_position($this->font, HarfBuzz::tag('cpht'), \FFI::addr($height));

        return $isTold && $height->cdata > 0 ? $height->cdata / $this->unitsPerEm : self::CAP_HEIGHT;
    }

    /** @return VectorPath from the glyph's own origin */
    public function outline(int $glyph): VectorPath
    {
        return $this->outlines[$glyph] ??= GlyphPen::draw($this->font, $glyph)->placed(1 / $this->unitsPerEm, 0.0, 0.0);
    }

    /** @return list<ShapedGlyph> from left to right */
    public function shape(TextRun $run, bool $isSpaced): array
    {
        $library = HarfBuzz::library();
        $buffer = $library->hb_buffer_create();
        try {
            $library->hb_buffer_add_utf8($buffer, $run->text, \strlen($run->text), 0, \strlen($run->text));
            $library->hb_buffer_set_direction($buffer, $run->isRightToLeft() ? 5 : 4);
            $library->hb_buffer_set_script($buffer, $run->script);
            $library->hb_buffer_guess_segment_properties($buffer);
            // Letters that are set apart are not joined.
            $features = $library->new('hb_feature_t[2]');
            foreach (['liga', 'clig'] as $i => $tag) {
                $features[$i]->tag = HarfBuzz::tag($tag);
                $features[$i]->value = 0;
                $features[$i]->start = 0;
                $features[$i]->end = 0xFFFFFFFF;
            }
            $library->hb_shape($this->font, $buffer, $features, $isSpaced ? 2 : 0);

            return $this->shaped($buffer, $run);
        } finally {
            $library->hb_buffer_destroy($buffer);
        }
    }

    /** @return list<ShapedGlyph> */
    private function shaped(\FFI\CData $buffer, TextRun $run): array
    {
        $library = HarfBuzz::library();
        $count = $library->new('unsigned');
        $infos = $library->hb_buffer_get_glyph_infos($buffer, \FFI::addr($count));
        $places = $library->hb_buffer_get_glyph_positions($buffer, \FFI::addr($count));
        $glyphs = [];
        for ($i = 0; $i < $count->cdata; ++$i) {
            $glyphs[] = new ShapedGlyph(
                $infos[$i]->codepoint,
                mb_substr(substr($run->text, $infos[$i]->cluster), 0, 1),
                $infos[$i]->cluster,
                $places[$i]->x_advance / $this->unitsPerEm,
                $places[$i]->x_offset / $this->unitsPerEm,
                -$places[$i]->y_offset / $this->unitsPerEm,
            );
        }

        return $glyphs;
    }
}
