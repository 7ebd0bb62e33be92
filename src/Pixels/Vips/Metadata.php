<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

/** What came with an image's file: resolution, profile, EXIF and the like. */
trait Metadata
{
    /** @return array{float, float} pixels per millimetre, across and down */
    public function resolution(): array
    {
        return [Vips::library()->vips_image_get_xres($this->pointer), Vips::library()->vips_image_get_yres($this->pointer)];
    }

    public function has(string $name): bool
    {
        return 0 !== Vips::library()->vips_image_get_typeof($this->pointer, $name);
    }

    public function int(string $name, int $default): int
    {
        $value = Vips::library()->new('int[1]');
        if (!$this->has($name) || 0 !== Vips::library()->vips_image_get_int($this->pointer, $name, $value)) {
            Vips::takeError();

            return $default;
        }

        return $value[0];
    }

    public function text(string $name): ?string
    {
        $vips = Vips::library();
        $text = $vips->new('char*[1]');
        if (!$this->has($name) || 0 !== $vips->vips_image_get_as_string($this->pointer, $name, $text)) {
            return null;
        }
        $copy = \FFI::string($text[0]);
        $vips->g_free($text[0]);

        return $copy;
    }

    /** A block of bytes that came with the file, such as its colour profile. */
    public function blob(string $name): ?string
    {
        $vips = Vips::library();
        $data = $vips->new('const void*[1]');
        $length = $vips->new('size_t[1]');
        if (!$this->has($name) || 0 !== $vips->vips_image_get_blob($this->pointer, $name, $data, $length)) {
            return null;
        }

        return \FFI::string($vips->cast('char*', $data[0]), $length[0]);
    }

    /** Without the named notes that came with the file (EXIF, XMP, profile …); its pixels are the same. */
    public function without(string ...$names): self
    {
        $copy = $this->then('copy');
        foreach ($names as $name) {
            Vips::library()->vips_image_remove($copy->pointer, $name);
        }

        return $copy;
    }

    public function withResolution(float $pixelsPerMillimetre): self
    {
        return $this->then('copy', [], ['xres' => $pixelsPerMillimetre, 'yres' => $pixelsPerMillimetre]);
    }
}
