<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;

/** An image turned, cut, laid into another, made smaller or larger. */
trait Geometry
{
    /** VIPS_INTERESTING_ATTENTION. */
    private const ATTENTION = 3;

    /** Turned upright as its EXIF orientation says. */
    public function upright(): self
    {
        return $this->then('autorot');
    }

    /** Stored a quarter turn round, with the EXIF orientation that puts it right again, as many cameras do. */
    public function sideways(): self
    {
        $turned = $this->turned(Angle::Left);
        Vips::library()->vips_image_set_int($turned->pointer, 'orientation', 6);

        return $turned;
    }

    /** Where a window of so many pixels holds most of what draws the eye: libvips' measure of edges, skin and saturation. */
    public function mostStriking(PixelSize $window): PixelWindow
    {
        $found = $this->then('smartcrop', [$window->width, $window->height], ['interesting' => self::ATTENTION]);

        $vips = Vips::library();
        /** @var array{int, int} $offset */
        $offset = [$vips->vips_image_get_xoffset($found->pointer), $vips->vips_image_get_yoffset($found->pointer)];

        // The library says by how much the picture moved, which is the other way.
        return new PixelWindow(-$offset[0], -$offset[1], $window->width, $window->height);
    }

    public function mirrored(): self
    {
        return $this->then('flip', [0]);
    }

    public function turned(Angle $angle): self
    {
        return $this->then('rot', [$angle->value]);
    }

    /**
     * A window of so many pixels round a point, which stays in its middle while the image is turned clockwise.
     *
     * @param float $degrees clockwise
     * @param float $x       in pixels from the left edge, so that the middle of the first pixel is 0.5
     */
    public function rotatedInto(float $degrees, float $x, float $y, PixelSize $size): self
    {
        [$cos, $sin] = [cos(deg2rad($degrees)), sin(deg2rad($degrees))];
        $interpolate = Vips::library()->vips_interpolate_new('bicubic');
        try {
            // libvips counts from the middle of the first pixel.
            return $this->affine([$cos, -$sin, $sin, $cos], $size, [
                'interpolate' => $interpolate,
                'idx' => 0.5 - $x,
                'idy' => 0.5 - $y,
                'odx' => $size->width / 2 - 0.5,
                'ody' => $size->height / 2 - 0.5,
            ]);
        } finally {
            Vips::library()->g_object_unref($interpolate);
        }
    }

    /**
     * Laid on a larger ground.
     *
     * @param list<float> $background a value for each band
     */
    public function embed(int $x, int $y, PixelSize $size, Extend $extend, array $background = []): self
    {
        $options = ['extend' => $extend->value];
        if ([] === $background) {
            return $this->then('embed', [$x, $y, $size->width, $size->height], $options);
        }

        return $this->withDoubles(
            $background,
            fn (\FFI\CData $values): self => $this->then(
                'embed',
                [$x, $y, $size->width, $size->height],
                $options + ['background' => $values],
            ),
        );
    }

    /** With another image laid over it. */
    public function insert(self $over, int $x, int $y): self
    {
        return self::make(
            'insert',
            fn (\FFI $vips, \FFI\CData $to, array $tail): int => $vips->vips_insert($this->pointer, $over->pointer, $to, $x, $y, ...$tail),
            [],
        );
    }

    public function crop(PixelWindow $window): self
    {
        return $this->then('crop', [$window->x, $window->y, $window->width, $window->height]);
    }

    /** Larger, by straight lines between the middles of pixels; computed where it is looked at. */
    public function stretched(PixelSize $to): self
    {
        [$across, $down] = [$to->width / $this->size()->width, $to->height / $this->size()->height];

        // libvips counts from the middle of the first pixel.
        return $this->affine([(float) $across, 0.0, 0.0, (float) $down], $to, [
            'idx' => 0.5 - 0.5 / $across,
            'idy' => 0.5 - 0.5 / $down,
        ]);
    }

    /** Where every pixel is: two bands, its column and its row from 0, in doubles. */
    public static function positions(PixelSize $size): self
    {
        return self::make(
            'xyz',
            static fn (\FFI $vips, \FFI\CData $to, array $tail): int => $vips->vips_xyz($to, $size->width, $size->height, ...$tail),
            [],
        )->cast(BandFormat::Double);
    }

    /**
     * For every pixel of another image, what is found here at the place that its two bands say, counted from the middle of the first
     * pixel; nothing beyond the edges.
     */
    public function sampledAt(self $places): self
    {
        $interpolate = Vips::library()->vips_interpolate_new('bicubic');
        try {
            return self::make(
                'mapim',
                fn (\FFI $vips, \FFI\CData $to, array $tail): int => $vips->vips_mapim($this->pointer, $to, $places->pointer, ...$tail),
                ['interpolate' => $interpolate],
            );
        } finally {
            Vips::library()->g_object_unref($interpolate);
        }
    }

    /**
     * @param array{float, float, float, float}    $matrix
     * @param array<string, int|float|\FFI\CData> $options
     */
    private function affine(array $matrix, PixelSize $size, array $options): self
    {
        $vips = Vips::library();
        $area = $vips->new('int[4]');
        [$area[2], $area[3]] = [$size->width, $size->height];
        $places = $vips->vips_array_int_new($area, 4);
        try {
            return $this->then('affine', $matrix, $options + ['oarea' => $places, 'extend' => Extend::Copy->value]);
        } finally {
            $vips->vips_area_unref($places);
        }
    }

    /** Smaller. Enlarging by it moves the picture (libvips 8.14): StripScaler does that. */
    public function resize(PixelSize $to, Kernel $kernel): self
    {
        $from = $this->size();

        // PHP divides evenly into an int, which a C function that expects a double behind its dots would misread.
        return $this->then(
            'resize',
            [(float) ($to->width / $from->width)],
            ['vscale' => (float) ($to->height / $from->height), 'kernel' => $kernel->value],
        );
    }

    /**
     * As resize(), but by the kernel alone, never first by blocks: many times as quick where a byte a sample is reduced much
     * (measured, libvips 8.14).
     */
    public function resizeDirectly(PixelSize $to, Kernel $kernel): self
    {
        $from = $this->size();

        return $this->then(
            'resize',
            [(float) ($to->width / $from->width)],
            ['vscale' => (float) ($to->height / $from->height), 'kernel' => $kernel->value, 'gap' => 0.0],
        );
    }

    /** A column of pieces of one height, laid out row by row. */
    public function grid(int $height, int $across, int $down): self
    {
        return $this->then('grid', [$height, $across, $down]);
    }

    /** Every pixel becomes a block of whole pixels. */
    public function repeatPixels(int $factor): self
    {
        return $this->then('zoom', [$factor, $factor]);
    }

    /** Every block of whole pixels becomes one: their mean. */
    public function blockMeans(int $side): self
    {
        return $this->then('shrink', [(float) $side, (float) $side]);
    }

    /** Reduced to lie within a square, in sRGB; never enlarged. */
    public function thumbnail(int $side): self
    {
        $isPlain =
            Interpretation::Srgb === $this->interpretation() &&
            BandFormat::Byte === $this->format() &&
            !$this->hasAlpha() &&
            !$this->has('icc-profile-data');

        return $isPlain
            ? $this->within($side, Kernel::Lanczos)
            : self::inSrgb(
                fn (array $options): self => $this->then('thumbnail_image', [$side], ['height' => $side, 'size' => 2] + $options),
            );
    }

    /** The same without a thought for colour, a little softer and as quick as can be: to be measured, not looked at. */
    public function reducedWithin(int $side): self
    {
        return $this->within($side, Kernel::Linear);
    }

    /** The same to an exact size. */
    public function reducedTo(PixelSize $to): self
    {
        return $this->resizeDirectly($to, Kernel::Linear);
    }

    private function within(int $side, Kernel $kernel): self
    {
        $size = $this->size();
        $less = $side / $size->longSide();

        return $less >= 1 ? $this : $this->resizeDirectly($size->scaled($less), $kernel);
    }
}
