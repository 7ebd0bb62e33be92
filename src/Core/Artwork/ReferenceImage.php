<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;

/** The same picture at its full size, which someone holds: enlarged results are measured against it, and nothing is made from it. */
final readonly class ReferenceImage
{
    /** How far its proportions may be from the master's: what rounding to whole pixels makes of small pictures. */
    private const SLACK = 0.005;

    private function __construct(
        /** The file's name as given. */
        public string $fileName,
        /** SHA-256 under which its bytes are kept. */
        public string $file,
        /** Upright. */
        public PixelSize $size,
    ) {
    }

    /**
     * @param PixelSize $size    of the reference, upright
     * @param PixelSize $picture of the master, upright
     *
     * @throws UnsuitableReferenceImage where it cannot be the same picture at a larger size
     */
    public static function of(string $fileName, string $file, PixelSize $size, PixelSize $picture): self
    {
        if (abs(($size->width * $picture->height) / ($size->height * $picture->width) - 1) > self::SLACK) {
            throw UnsuitableReferenceImage::proportions($size, $picture);
        }
        if ($size->width <= $picture->width) {
            throw UnsuitableReferenceImage::notLarger($size, $picture);
        }

        return new self($fileName, $file, $size);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['file_name' => $this->fileName, 'file' => $this->file, 'width' => $this->size->width, 'height' => $this->size->height];
    }

    /** Null where there is none. */
    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->string('file_name'),
            $record->string('file'),
            PixelSize::fromRecord($record),
        );
    }
}
