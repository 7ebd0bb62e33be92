<?php

declare(strict_types=1);

namespace Snugfit\Pixels\HarfBuzz;

use Snugfit\Core\Lettering\ImpossibleLettering;

/** HarfBuzz (4.0 or newer) and FriBidi, called by FFI: letters shaped and drawn, and their order where scripts run both ways. */
final class HarfBuzz
{
    private const HEADER = <<<'C'
        typedef struct hb_blob_t hb_blob_t;
        typedef struct hb_face_t hb_face_t;
        typedef struct hb_font_t hb_font_t;
        typedef struct hb_buffer_t hb_buffer_t;
        typedef struct hb_draw_funcs_t hb_draw_funcs_t;
        typedef struct hb_unicode_funcs_t hb_unicode_funcs_t;
        typedef struct { uint32_t tag; float value; } hb_variation_t;
        typedef struct { uint32_t tag; uint32_t value; unsigned start, end; } hb_feature_t;
        typedef struct { uint32_t codepoint, mask, cluster, var1, var2; } hb_glyph_info_t;
        typedef struct { int32_t x_advance, y_advance, x_offset, y_offset; uint32_t var; } hb_glyph_position_t;
        typedef struct {
            unsigned axis_index; uint32_t tag; unsigned name_id; int flags; float min_value, default_value, max_value;
            unsigned reserved;
        } hb_ot_var_axis_info_t;
        typedef struct { unsigned name_id; uint32_t var; const void *language; } hb_ot_name_entry_t;
        typedef void (*hb_point_t)(void *, void *, void *, float, float, void *);
        typedef void (*hb_quadratic_t)(void *, void *, void *, float, float, float, float, void *);
        typedef void (*hb_cubic_t)(void *, void *, void *, float, float, float, float, float, float, void *);
        typedef void (*hb_close_t)(void *, void *, void *, void *);
        hb_blob_t *hb_blob_create_from_file_or_fail(const char *path);
        void hb_blob_destroy(hb_blob_t *blob);
        hb_face_t *hb_face_create(hb_blob_t *blob, unsigned index);
        unsigned hb_face_get_glyph_count(const hb_face_t *face);
        unsigned hb_face_get_upem(const hb_face_t *face);
        hb_font_t *hb_font_create(hb_face_t *face);
        void hb_font_set_variations(hb_font_t *font, const hb_variation_t *variations, unsigned length);
        int hb_font_get_nominal_glyph(hb_font_t *font, uint32_t unicode, uint32_t *glyph);
        void hb_font_get_glyph_shape(hb_font_t *font, uint32_t glyph, hb_draw_funcs_t *draw, void *data);
        int hb_ot_metrics_get_position(hb_font_t *font, uint32_t tag, int32_t *position);
        unsigned hb_ot_var_get_axis_infos(hb_face_t *face, unsigned start, unsigned *count, hb_ot_var_axis_info_t *axes);
        unsigned hb_ot_name_get_utf8(hb_face_t *face, unsigned name_id, const void *language, unsigned *size, char *text);
        hb_draw_funcs_t *hb_draw_funcs_create(void);
        void hb_draw_funcs_set_move_to_func(hb_draw_funcs_t *draw, hb_point_t call, void *data, void *destroy);
        void hb_draw_funcs_set_line_to_func(hb_draw_funcs_t *draw, hb_point_t call, void *data, void *destroy);
        void hb_draw_funcs_set_quadratic_to_func(hb_draw_funcs_t *draw, hb_quadratic_t call, void *data, void *destroy);
        void hb_draw_funcs_set_cubic_to_func(hb_draw_funcs_t *draw, hb_cubic_t call, void *data, void *destroy);
        void hb_draw_funcs_set_close_path_func(hb_draw_funcs_t *draw, hb_close_t call, void *data, void *destroy);
        hb_buffer_t *hb_buffer_create(void);
        void hb_buffer_destroy(hb_buffer_t *buffer);
        void hb_buffer_add_utf8(hb_buffer_t *buffer, const char *text, int length, unsigned start, int count);
        void hb_buffer_set_direction(hb_buffer_t *buffer, int direction);
        void hb_buffer_set_script(hb_buffer_t *buffer, uint32_t script);
        void hb_buffer_guess_segment_properties(hb_buffer_t *buffer);
        hb_glyph_info_t *hb_buffer_get_glyph_infos(hb_buffer_t *buffer, unsigned *length);
        hb_glyph_position_t *hb_buffer_get_glyph_positions(hb_buffer_t *buffer, unsigned *length);
        void hb_shape(hb_font_t *font, hb_buffer_t *buffer, const hb_feature_t *features, unsigned count);
        hb_unicode_funcs_t *hb_unicode_funcs_get_default(void);
        uint32_t hb_unicode_script(hb_unicode_funcs_t *functions, uint32_t unicode);
        C;

    private const BIDI = <<<'C'
        void fribidi_get_bidi_types(const uint32_t *text, int length, uint32_t *types);
        signed char fribidi_get_par_embedding_levels(const uint32_t *types, int length, uint32_t *direction, signed char *levels);
        C;

    /** FRIBIDI_PAR_ON: as the first letter that has one. */
    public const DIRECTION_OF_TEXT = 0x40;

    private static ?\FFI $library = null;

    private static ?\FFI $bidi = null;

    /** @throws ImpossibleLettering where it is not installed */
    public static function library(): \FFI
    {
        try {
            return self::$library ??= \FFI::cdef(self::HEADER, 'libharfbuzz.so.0');
        } catch (\FFI\Exception) {
            throw ImpossibleLettering::notReady();
        }
    }

    /** @throws ImpossibleLettering where it is not installed */
    public static function bidi(): \FFI
    {
        try {
            return self::$bidi ??= \FFI::cdef(self::BIDI, 'libfribidi.so.0');
        } catch (\FFI\Exception) {
            throw ImpossibleLettering::notReady();
        }
    }

    /** A name of four letters as OpenType keeps it. */
    public static function tag(string $name): int
    {
        return (\ord($name[0]) << 24) | (\ord($name[1]) << 16) | (\ord($name[2]) << 8) | \ord($name[3]);
    }
}
