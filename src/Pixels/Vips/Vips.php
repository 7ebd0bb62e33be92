<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/**
 * The libvips library, called by FFI. Only Image uses it.
 * libvips calls back from its own threads where one asks it for progress; PHP does not survive that, so nobody asks.
 */
final class Vips
{
    private const HEADER = <<<'C'
        typedef struct _VipsImage VipsImage;
        typedef struct _VipsArea VipsArrayDouble;
        typedef struct _VipsArea VipsArrayInt;
        typedef struct _VipsInterpolate VipsInterpolate;
        int vips_init(const char *argv0);
        const char *vips_version_string(void);
        const char *vips_error_buffer(void);
        void vips_error_clear(void);
        void vips_concurrency_set(int concurrency);
        void vips_cache_set_max(int max);
        void g_object_unref(void *object);
        void g_free(void *memory);
        const char *vips_foreign_find_load(const char *filename);

        int vips_jpegload(const char *filename, VipsImage **out, ...);
        int vips_pngload(const char *filename, VipsImage **out, ...);
        int vips_tiffload(const char *filename, VipsImage **out, ...);
        int vips_webpload(const char *filename, VipsImage **out, ...);
        int vips_jxlload(const char *filename, VipsImage **out, ...);
        int vips_heifload(const char *filename, VipsImage **out, ...);
        int vips_gifload(const char *filename, VipsImage **out, ...);
        int vips_rawload(const char *filename, VipsImage **out, int width, int height, int bands, ...);
        int vips_pdfload(const char *filename, VipsImage **out, ...);
        int vips_svgload_buffer(const void *bytes, size_t length, VipsImage **out, ...);
        VipsImage *vips_image_new_from_memory(const void *data, size_t size, int width, int height, int bands, int format);
        VipsImage *vips_image_new_from_memory_copy(const void *data, size_t size, int width, int height, int bands, int format);

        VipsImage *vips_image_copy_memory(VipsImage *image);
        int vips_image_get_width(const VipsImage *image);
        int vips_image_get_height(const VipsImage *image);
        int vips_image_get_bands(const VipsImage *image);
        int vips_image_get_format(const VipsImage *image);
        int vips_image_get_coding(const VipsImage *image);
        int vips_image_get_interpretation(const VipsImage *image);
        int vips_image_hasalpha(VipsImage *image);
        double vips_image_get_xres(const VipsImage *image);
        double vips_image_get_yres(const VipsImage *image);
        uint64_t vips_image_get_typeof(const VipsImage *image, const char *name);
        int vips_image_remove(VipsImage *image, const char *name);
        int vips_image_get_int(const VipsImage *image, const char *name, int *out);
        int vips_image_get_as_string(const VipsImage *image, const char *name, char **out);
        int vips_image_get_blob(const VipsImage *image, const char *name, const void **data, size_t *length);
        const void *vips_image_get_data(VipsImage *image);
        VipsArrayDouble *vips_array_double_new(const double *array, int n);
        void vips_area_unref(void *area);

        int vips_autorot(VipsImage *in, VipsImage **out, ...);
        int vips_rot(VipsImage *in, VipsImage **out, int angle, ...);
        void vips_image_set_int(VipsImage *image, const char *name, int value);
        int vips_crop(VipsImage *in, VipsImage **out, int left, int top, int width, int height, ...);
        int vips_resize(VipsImage *in, VipsImage **out, double scale, ...);
        int vips_grid(VipsImage *in, VipsImage **out, int tile_height, int across, int down, ...);
        int vips_zoom(VipsImage *in, VipsImage **out, int xfac, int yfac, ...);
        int vips_shrink(VipsImage *in, VipsImage **out, double across, double down, ...);
        int vips_thumbnail(const char *filename, VipsImage **out, int width, ...);
        int vips_thumbnail_image(VipsImage *in, VipsImage **out, int width, ...);
        int vips_colourspace(VipsImage *in, VipsImage **out, int space, ...);
        int vips_icc_transform(VipsImage *in, VipsImage **out, const char *profile, ...);
        int vips_icc_import(VipsImage *in, VipsImage **out, ...);
        int vips_flatten(VipsImage *in, VipsImage **out, ...);
        int vips_premultiply(VipsImage *in, VipsImage **out, ...);
        int vips_unpremultiply(VipsImage *in, VipsImage **out, ...);
        int vips_extract_band(VipsImage *in, VipsImage **out, int band, ...);
        int vips_bandjoin2(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_subtract(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_andimage(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_bandand(VipsImage *in, VipsImage **out, ...);
        int vips_orimage(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_dE00(VipsImage *left, VipsImage *right, VipsImage **out, ...);
        int vips_add(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_multiply(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_linear1(VipsImage *in, VipsImage **out, double a, double b, ...);
        int vips_linear(VipsImage *in, VipsImage **out, double *a, double *b, int n, ...);
        int vips_convsep(VipsImage *in, VipsImage **out, VipsImage *mask, ...);
        int vips_gaussnoise(VipsImage **out, int width, int height, ...);
        int vips_rank(VipsImage *in, VipsImage **out, int width, int height, int index, ...);
        int vips_hist_find(VipsImage *in, VipsImage **out, ...);
        int vips_hist_find_indexed(VipsImage *in, VipsImage *index, VipsImage **out, ...);
        int vips_labelregions(VipsImage *in, VipsImage **mask, ...);
        int vips_divide(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
        int vips_xyz(VipsImage **out, int width, int height, ...);
        int vips_mapim(VipsImage *in, VipsImage **out, VipsImage *index, ...);
        int vips_math2(VipsImage *left, VipsImage *right, VipsImage **out, int math2, ...);
        int vips_math2_const1(VipsImage *in, VipsImage **out, int math2, double value, ...);
        int vips_recomb(VipsImage *in, VipsImage **out, VipsImage *matrix, ...);
        int vips_relational_const1(VipsImage *in, VipsImage **out, int relational, double value, ...);
        int vips_rint(VipsImage *in, VipsImage **out, ...);
        int vips_cast(VipsImage *in, VipsImage **out, int format, ...);
        int vips_copy(VipsImage *in, VipsImage **out, ...);
        int vips_smartcrop(VipsImage *in, VipsImage **out, int width, int height, ...);
        int vips_image_get_xoffset(const VipsImage *image);
        int vips_image_get_yoffset(const VipsImage *image);
        int vips_flip(VipsImage *in, VipsImage **out, int direction, ...);
        int vips_affine(VipsImage *in, VipsImage **out, double a, double b, double c, double d, ...);
        int vips_embed(VipsImage *in, VipsImage **out, int x, int y, int width, int height, ...);
        int vips_insert(VipsImage *main, VipsImage *sub, VipsImage **out, int x, int y, ...);
        int vips_gaussblur(VipsImage *in, VipsImage **out, double sigma, ...);
        VipsInterpolate *vips_interpolate_new(const char *nickname);
        VipsArrayInt *vips_array_int_new(const int *array, int n);
        int vips_min(VipsImage *in, double *out, ...);
        int vips_max(VipsImage *in, double *out, ...);
        int vips_morph(VipsImage *in, VipsImage **out, VipsImage *mask, int morph, ...);
        int vips_draw_flood1(VipsImage *image, double ink, int x, int y, ...);
        int vips_fill_nearest(VipsImage *in, VipsImage **out, ...);
        int vips_maplut(VipsImage *in, VipsImage **out, VipsImage *lut, ...);
        int vips_project(VipsImage *in, VipsImage **columns, VipsImage **rows, ...);
        int vips_avg(VipsImage *in, double *out, ...);

        int vips_jpegsave(VipsImage *in, const char *filename, ...);
        int vips_pngsave(VipsImage *in, const char *filename, ...);
        int vips_tiffsave(VipsImage *in, const char *filename, ...);
        int vips_webpsave(VipsImage *in, const char *filename, ...);
        int vips_vipssave(VipsImage *in, const char *filename, ...);
        int vips_dzsave(VipsImage *in, const char *name, ...);
        int vips_vipsload(const char *filename, VipsImage **out, ...);
        C;

    private static ?\FFI $library = null;

    /**
     * @internal
     *
     * The library's functions and types are known at run time only
     */
    public static function library(): \FFI
    {
        if (null === self::$library) {
            // Its warnings go to the terminal otherwise, in the middle of a progress bar.
            putenv('VIPS_WARNING=0');
            $library = \FFI::cdef(self::HEADER, 'libvips.so.42');
            if (0 !== $library->vips_init('snugfit')) {
                throw VipsFailed::toStart((string) $library->vips_error_buffer());
            }
            // Every pipeline runs once; a cache of operations would only hold memory.
            $library->vips_cache_set_max(0);
            self::$library = $library;
        }

        return self::$library;
    }

    /** Such as "8.14.1". */
    public static function version(): string
    {
        $version = self::library()->vips_version_string();

        return \is_string($version) ? $version : '';
    }

    /** How many threads one pipeline may use. */
    public static function useThreads(int $threads): void
    {
        self::library()->vips_concurrency_set($threads);
    }

    /** The library's class of loader for a file, going by its first bytes; null where it knows none. */
    public static function loaderFor(string $path): ?string
    {
        $loader = self::library()->vips_foreign_find_load($path);
        self::library()->vips_error_clear();

        return \is_string($loader) ? $loader : null;
    }

    /** What went wrong last, in the library's words, and forgets it. */
    public static function takeError(): string
    {
        $message = trim((string) self::library()->vips_error_buffer());
        self::library()->vips_error_clear();

        return $message;
    }
}
