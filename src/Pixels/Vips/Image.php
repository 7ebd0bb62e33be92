<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

use Snugfit\Core\Measure\PixelSize;

/**
 * An image of libvips: a pipeline that computes when it is written. Immutable; every operation gives a new one.
 * All methods throw VipsFailed with the library's reason.
 */
final class Image
{
    use Arithmetic;
    use Colours;
    use Geometry;
    use Memory;
    use Metadata;
    use Regions;

    /** VIPS_CODING_LABQ. */
    private const CODING_LABQ = 2;

    private function __construct(private readonly \FFI\CData $pointer)
    {
    }

    public function __destruct()
    {
        Vips::library()->g_object_unref($this->pointer);
    }

    /**
     * @param string                   $loader  as in vips_{loader}load
     * @param array<string, int|float> $options
     */
    public static function load(string $loader, string $path, array $options = []): self
    {
        return self::make(
            $loader.'load',
            static fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->{"vips_{$loader}load"}($path, $out, ...$tail),
            $options,
        );
    }

    /**
     * A drawing from its text alone: without a place on disk it has nothing that its references could lead to.
     *
     * @param array<string, int|float> $options
     */
    public static function drawing(string $svg, array $options = []): self
    {
        return self::make(
            'svgload',
            static function (\FFI $vips, \FFI\CData $out, array $tail) use ($svg): int {
                $buffer = self::buffer($svg);

                $failed = $vips->vips_svgload_buffer($buffer, \strlen($svg), $out, ...$tail);
                if (0 === $failed) {
                    // The library reads the text when it draws, long after this call; it lives as long as the process.
                    self::$kept[] = $buffer;
                }

                return $failed;
            },
            $options,
        );
    }

    /** A file of bare samples, row by row, bands interleaved; read where it is looked at. */
    public static function raw(string $path, PixelSize $size, int $bands, BandFormat $format, Interpretation $interpretation): self
    {
        return self::make(
            'rawload',
            static fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_rawload(
                $path,
                $out,
                $size->width,
                $size->height,
                $bands,
                ...$tail,
            ),
            ['format' => $format->value, 'interpretation' => $interpretation->value],
        );
    }

    /** Gaussian noise of one band round 0 with a deviation of 1, the same wherever and whenever it is computed. */
    public static function noise(PixelSize $size, int $seed): self
    {
        return self::make(
            'gaussnoise',
            static fn (\FFI $vips, \FFI\CData $to, array $tail): int => $vips->vips_gaussnoise($to, $size->width, $size->height, ...$tail),
            ['mean' => 0.0, 'sigma' => 1.0, 'seed' => $seed],
        );
    }

    /**
     * How many samples have each value, from 0 to 255 or 65535.
     *
     * @return list<list<int>> for each band
     */
    public function counts(): array
    {
        $found = $this->then('hist_find');
        $bands = $found->bands();
        $numbers = array_map(intval(...), $found->cast(BandFormat::Int)->values());

        return array_map(
            static fn (int $band): array => array_values(
                array_filter($numbers, static fn (int $i): bool => $i % $bands === $band, \ARRAY_FILTER_USE_KEY),
            ),
            range(0, $bands - 1),
        );
    }

    /** A file's picture, upright, reduced to lie within a square, in sRGB: decoded only as far as that needs. */
    public static function thumbnailOf(string $path, int $side): self
    {
        return self::inSrgb(static fn (array $options): self => self::make(
            'thumbnail',
            static fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->vips_thumbnail($path, $out, $side, ...$tail),
            ['height' => $side, 'size' => 2] + $options,
        ));
    }

    /**
     * Numbers that a profile explains, or inks, go through profiles. Others are sRGB's already: the library would take them for
     * something darker (8.14, measured: 30, 43, 47 became 22, 26, 29).
     *
     * @param \Closure(array<string, string>): self $make with more options
     */
    private static function inSrgb(\Closure $make): self
    {
        $made = $make([]);

        return match (true) {
            $made->has('icc-profile-data'), Interpretation::Cmyk === $made->interpretation() => $make(['export-profile' => 'srgb']),
            Interpretation::Srgb === $made->interpretation() => $made,
            default => $made->colourspace(Interpretation::Srgb),
        };
    }

    public function size(): PixelSize
    {
        return new PixelSize(Vips::library()->vips_image_get_width($this->pointer), Vips::library()->vips_image_get_height($this->pointer));
    }

    public function bands(): int
    {
        return Vips::library()->vips_image_get_bands($this->pointer);
    }

    public function format(): BandFormat
    {
        return BandFormat::from(Vips::library()->vips_image_get_format($this->pointer));
    }

    public function interpretation(): Interpretation
    {
        return Interpretation::tryFrom(Vips::library()->vips_image_get_interpretation($this->pointer)) ?? Interpretation::Multiband;
    }

    public function hasAlpha(): bool
    {
        return 0 !== Vips::library()->vips_image_hasalpha($this->pointer);
    }

    /** Lab in four bytes a pixel, as libvips reads it from TIFF: its bands are no channels. */
    public function isPackedLab(): bool
    {
        return self::CODING_LABQ === Vips::library()->vips_image_get_coding($this->pointer);
    }

    public function smallest(): float
    {
        return $this->number('min');
    }

    public function largest(): float
    {
        return $this->number('max');
    }

    public function average(): float
    {
        return $this->number('avg');
    }

    /**
     * Computes the pipeline into a file.
     *
     * @param string                    $saver   as in vips_{saver}save
     * @param array<string, int|string> $options
     */
    public function save(string $saver, string $path, array $options): void
    {
        if (0 !== Vips::library()->{"vips_{$saver}save"}($this->pointer, $path, ...self::tail($options))) {
            throw VipsFailed::at($saver.'save', Vips::takeError());
        }
    }

    /**
     * Saves under a name only when whole. It is written aside under a name of this process: two that make the same picture at the
     * same time must not write into one file.
     *
     * @param array<string, int|string> $options
     */
    public function saveWhole(string $saver, string $path, array $options = []): void
    {
        // The library's own format is told by the end of its name.
        $part = \sprintf('%s.%s.part.%s', $path, bin2hex(random_bytes(4)), pathinfo($path, \PATHINFO_EXTENSION));
        $this->save($saver, $part, $options);
        rename($part, $path);
    }

    /** To save TIFF with: VIPS_FOREIGN_TIFF_COMPRESSION_LZW and VIPS_FOREIGN_TIFF_PREDICTOR_HORIZONTAL, which lose nothing. */
    public const LZW = ['compression' => 5, 'predictor' => 2];

    /** @var list<\FFI\CData> never read by PHP, only kept from being freed */
    private static array $kept = [];

    /**
     * @param list<int|float|string>                 $arguments
     * @param array<string, int|float|string|object> $options
     */
    private function then(string $operation, array $arguments = [], array $options = []): self
    {
        return self::make(
            $operation,
            fn (\FFI $vips, \FFI\CData $out, array $tail): int => $vips->{"vips_{$operation}"}(
                $this->pointer,
                $out,
                ...$arguments,
                ...$tail,
            ),
            $options,
        );
    }

    /**
     * @param \Closure(\FFI, \FFI\CData, list<mixed>): int $call
     * @param array<string, int|float|string|object>       $options
     */
    private static function make(string $operation, \Closure $call, array $options): self
    {
        $vips = Vips::library();
        $out = $vips->new('VipsImage*[1]');
        if (0 !== $call($vips, $out, self::tail($options))) {
            throw VipsFailed::at($operation, Vips::takeError());
        }

        return new self($out[0]);
    }

    /**
     * libvips' options: pairs of name and value, closed by a null.
     *
     * @param array<string, int|float|string|object> $options
     *
     * @return list<mixed>
     */
    private static function tail(array $options): array
    {
        $tail = [];
        foreach ($options as $name => $value) {
            array_push($tail, $name, $value);
        }

        return [...$tail, null];
    }

    /**
     * @param list<float>                   $values
     * @param \Closure(\FFI\CData): self $call   gets them as libvips wants them
     */
    private function withDoubles(array $values, \Closure $call): self
    {
        $vips = Vips::library();
        $plain = $vips->new('double['.\count($values).']');
        foreach ($values as $i => $value) {
            $plain[$i] = $value;
        }
        $array = $vips->vips_array_double_new($plain, \count($values));
        try {
            return $call($array);
        } finally {
            $vips->vips_area_unref($array);
        }
    }

    private function number(string $operation): float
    {
        $value = Vips::library()->new('double[1]');
        if (0 !== Vips::library()->{"vips_{$operation}"}($this->pointer, $value, null)) {
            throw VipsFailed::at($operation, Vips::takeError());
        }

        return $value[0];
    }
}
