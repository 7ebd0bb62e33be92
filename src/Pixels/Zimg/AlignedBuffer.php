<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Memory that begins where zimg wants it to, given back with the object. */
final class AlignedBuffer
{
    private static ?\FFI $c = null;

    private function __construct(
        /** void* */
        public readonly \FFI\CData $pointer,
    ) {
    }

    public function __destruct()
    {
        self::c()->free($this->pointer);
    }

    public static function allocate(int $bytes): self
    {
        $whole = intdiv($bytes + PlaneScaler::ALIGNMENT - 1, PlaneScaler::ALIGNMENT) * PlaneScaler::ALIGNMENT;
        $pointer = self::c()->aligned_alloc(PlaneScaler::ALIGNMENT, $whole);
        if (\FFI::isNull($pointer)) {
            throw new \RuntimeException(\sprintf('There are no %d bytes of memory.', $whole));
        }

        return new self($pointer);
    }

    /** So many bytes from a place on. */
    public function at(int $offset): \FFI\CData
    {
        $bytes = self::c()->cast('char*', $this->pointer);

        return \FFI::addr($bytes[$offset]);
    }

    /** @param \FFI\CData $from a pointer */
    public function put(int $offset, \FFI\CData $from, int $bytes): void
    {
        \FFI::memcpy($this->at($offset), $from, $bytes);
    }

    public function bytes(int $count): string
    {
        return \FFI::string($this->pointer, $count);
    }

    /** One band that lies here, rows beginning at multiples of a stride: to be looked at while this lives. */
    public function image(PixelSize $size, int $stride, BandFormat $format): Image
    {
        $padded = new PixelSize(intdiv($stride, $format->bytes()), $size->height);
        $image = Image::over($this->pointer, $padded, 1, $format, Interpretation::BlackAndWhite);

        return $padded->equals($size) ? $image : $image->crop(PixelWindow::whole($size));
    }

    private static function c(): \FFI
    {
        return self::$c ??= \FFI::cdef('void *aligned_alloc(size_t alignment, size_t size); void free(void *memory);', 'libc.so.6');
    }
}
