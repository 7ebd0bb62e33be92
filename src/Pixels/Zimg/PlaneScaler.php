<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\BandFormat;

/** Resamples single bands of one form: a part of them, to a whole number of pixels. */
final class PlaneScaler
{
    /** Bytes that rows begin at multiples of, on processors with the widest instructions (zimg.h). */
    public const ALIGNMENT = 64;

    /** ZIMG_CPU_AUTO_64B. */
    private const CPU = 2;

    /** ZIMG_RANGE_FULL, ZIMG_BUFFER_MAX. */
    private const FULL = 1;
    private const WHOLE = 0xFFFFFFFF;

    private \FFI\CData $graph;
    private AlignedBuffer $scratch;

    /**
     * @param float $left   of the part, in pixels of the band; none of the four need be whole
     */
    public function __construct(
        PixelSize $from,
        float $left,
        float $top,
        float $width,
        float $height,
        PixelSize $to,
        ScalingFilter $filter,
        BandFormat $format,
    ) {
        $zimg = Zimg::library();
        $params = $zimg->new('zimg_graph_builder_params');
        $zimg->zimg_graph_builder_params_default(\FFI::addr($params), Zimg::VERSION);
        $params->resample_filter = $filter->number();
        [$params->filter_param_a, $params->filter_param_b] = $filter->parameters();
        $params->cpu_type = self::CPU;
        $source = $this->format($from, $format);
        $source->active_region->left = $left;
        $source->active_region->top = $top;
        $source->active_region->width = $width;
        $source->active_region->height = $height;
        $graph = $zimg->zimg_filter_graph_build(\FFI::addr($source), \FFI::addr($this->format($to, $format)), \FFI::addr($params));
        if (null === $graph) {
            throw ZimgFailed::lately();
        }
        $this->graph = $graph;
        $bytes = $zimg->new('size_t');
        $this->do($zimg->zimg_filter_graph_get_tmp_size($graph, \FFI::addr($bytes)));
        $this->scratch = AlignedBuffer::allocate(max(1, (int) $bytes->cdata));
    }

    public function __destruct()
    {
        Zimg::library()->zimg_filter_graph_free($this->graph);
    }

    /** Bytes from one row of a band to the next. */
    public static function stride(int $width, BandFormat $format): int
    {
        return intdiv($width * $format->bytes() + self::ALIGNMENT - 1, self::ALIGNMENT) * self::ALIGNMENT;
    }

    public function scale(AlignedBuffer $from, int $fromStride, AlignedBuffer $to, int $toStride): void
    {
        $zimg = Zimg::library();
        $source = $zimg->new('zimg_image_buffer_const');
        $target = $zimg->new('zimg_image_buffer');
        foreach ([[$source, $from, $fromStride], [$target, $to, $toStride]] as [$buffer, $memory, $stride]) {
            $buffer->version = Zimg::VERSION;
            $buffer->plane[0]->data = $memory->pointer;
            $buffer->plane[0]->stride = $stride;
            $buffer->plane[0]->mask = self::WHOLE;
        }
        $this->do($zimg->zimg_filter_graph_process(
            $this->graph,
            \FFI::addr($source),
            \FFI::addr($target),
            $this->scratch->pointer,
            null,
            null,
            null,
            null,
        ));
    }

    private function format(PixelSize $size, BandFormat $samples): \FFI\CData
    {
        $format = Zimg::library()->new('zimg_image_format') ?? throw ZimgFailed::lately();
        Zimg::library()->zimg_image_format_default(\FFI::addr($format), Zimg::VERSION);
        $format->width = $size->width;
        $format->height = $size->height;
        $format->pixel_type = match ($samples) {
            BandFormat::Byte => 0,
            BandFormat::Short => 1,
            BandFormat::Float => 3,
            default => throw new \LogicException('Bytes, sixteen bits and floating numbers are resampled.'),
        };
        $format->depth = 8 * $samples->bytes();
        $format->pixel_range = self::FULL;

        return $format;
    }

    private function do(int $error): void
    {
        if (0 !== $error) {
            throw ZimgFailed::lately();
        }
    }
}
