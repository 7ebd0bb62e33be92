<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Vips;

use Snugfit\Core\Measure\PixelSize;

/** An image's samples in this process's own memory, on their way in or out. */
trait Memory
{
    /** @param string $pixels samples, row by row, bands interleaved */
    public static function ofBytes(
        string $pixels,
        PixelSize $size,
        int $bands,
        Interpretation $interpretation = Interpretation::Srgb,
        BandFormat $format = BandFormat::Byte,
    ): self {
        $image = Vips::library()->vips_image_new_from_memory_copy(
            self::buffer($pixels),
            \strlen($pixels),
            $size->width,
            $size->height,
            $bands,
            $format->value,
        );

        return (null === $image ? throw VipsFailed::at('memory', Vips::takeError()) : new self($image))->withInterpretation(
            $interpretation,
        );
    }

    /**
     * What lies in memory, looked at there: as long as the image or anything that comes of it is used.
     *
     * @param \FFI\CData $samples row by row, bands interleaved: an array, or a pointer to so many
     */
    public static function over(
        \FFI\CData $samples,
        PixelSize $size,
        int $bands,
        BandFormat $format,
        Interpretation $interpretation,
    ): self {
        $image = Vips::library()->vips_image_new_from_memory(
            $samples,
            $size->pixels() * $bands * $format->bytes(),
            $size->width,
            $size->height,
            $bands,
            $format->value,
        );

        return (null === $image ? throw VipsFailed::at('memory', Vips::takeError()) : new self($image))->withInterpretation(
            $interpretation,
        );
    }

    /** Computed now and kept in memory, for what several pipelines begin with. */
    public function copyToMemory(): self
    {
        $image = Vips::library()->vips_image_copy_memory($this->pointer);

        return null === $image ? throw VipsFailed::at('copy_memory', Vips::takeError()) : new self($image);
    }

    /** In memory of its own, whatever becomes of the memory that it was looked at in. */
    public function copied(): self
    {
        return self::ofBytes($this->bytes(), $this->size(), $this->bands(), $this->interpretation(), $this->format());
    }

    /** All pixels, row by row, bands interleaved. */
    public function bytes(): string
    {
        return \FFI::string($this->samples(), $this->size()->pixels() * $this->bands() * $this->format()->bytes());
    }

    /**
     * All pixels where they lie in memory, row by row, bands interleaved: computed where they are not yet, and there as long as
     * the image is.
     */
    public function samples(): \FFI\CData
    {
        $vips = Vips::library();
        $memory = $vips->vips_image_get_data($this->pointer);

        return null === $memory ? throw VipsFailed::at('read', Vips::takeError()) : $vips->cast('char*', $memory);
    }

    /** @return non-empty-list<int|float> all samples as numbers: of bytes, of sixteen bits, of floating numbers */
    public function values(): array
    {
        /** @var non-empty-list<int|float> $values */
        $values = array_values(
            unpack(
                match ($this->format()) {
                    BandFormat::Byte => 'C*',
                    BandFormat::Short => 'v*',
                    BandFormat::Int => 'V*',
                    BandFormat::Float => 'g*',
                    default => throw VipsFailed::at('values', 'samples of this form are not read'),
                },
                $this->bytes(),
            ) ?:
            [],
        );

        return $values;
    }

    private static function buffer(string $bytes): \FFI\CData
    {
        $buffer = Vips::library()->new('char['.max(1, \strlen($bytes)).']');
        \FFI::memcpy($buffer, $bytes, \strlen($bytes));

        return $buffer;
    }
}
