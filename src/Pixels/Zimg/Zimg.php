<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

/** The zimg library (API 2.4, zimg.h), called by FFI. Only PlaneScaler uses it. */
final class Zimg
{
    /** ZIMG_API_VERSION 2.4, which structures begin with. */
    public const VERSION = (2 << 8) | 4;

    private const HEADER = <<<'C'
        typedef struct {
            unsigned version;
            struct { const void *data; ptrdiff_t stride; unsigned mask; } plane[4];
        } zimg_image_buffer_const;
        typedef struct {
            unsigned version;
            struct { void *data; ptrdiff_t stride; unsigned mask; } plane[4];
        } zimg_image_buffer;
        typedef struct zimg_filter_graph zimg_filter_graph;
        typedef struct {
            unsigned version, width, height;
            int pixel_type;
            unsigned subsample_w, subsample_h;
            int color_family, matrix_coefficients, transfer_characteristics, color_primaries;
            unsigned depth;
            int pixel_range, field_parity, chroma_location;
            struct { double left, top, width, height; } active_region;
            int alpha;
        } zimg_image_format;
        typedef struct {
            unsigned version;
            int resample_filter;
            double filter_param_a, filter_param_b;
            int resample_filter_uv;
            double filter_param_a_uv, filter_param_b_uv;
            int dither_type, cpu_type;
            double nominal_peak_luminance;
            char allow_approximate_gamma;
        } zimg_graph_builder_params;
        int zimg_get_last_error(char *text, size_t length);
        void zimg_clear_last_error(void);
        void zimg_filter_graph_free(zimg_filter_graph *graph);
        int zimg_filter_graph_get_tmp_size(const zimg_filter_graph *graph, size_t *out);
        int zimg_filter_graph_process(const zimg_filter_graph *graph, const zimg_image_buffer_const *src, const zimg_image_buffer *dst,
            void *tmp, void *unpack, void *unpack_user, void *pack, void *pack_user);
        void zimg_image_format_default(zimg_image_format *format, unsigned version);
        void zimg_graph_builder_params_default(zimg_graph_builder_params *params, unsigned version);
        zimg_filter_graph *zimg_filter_graph_build(const zimg_image_format *src, const zimg_image_format *dst,
            const zimg_graph_builder_params *params);
        C;

    private static ?\FFI $library = null;

    public static function library(): \FFI
    {
        return self::$library ??= \FFI::cdef(self::HEADER, 'libzimg.so.2');
    }

    public static function takeError(): string
    {
        $text = self::library()->new('char[512]');
        self::library()->zimg_get_last_error($text, 512);
        self::library()->zimg_clear_last_error();

        return \FFI::string($text);
    }
}
