<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** Some rows of an image, band by band: a window that goes down, and computes every row once. */
final class SourceRows
{
    public readonly int $left;
    public readonly int $width;
    public readonly int $stride;

    private int $first = 0;
    private int $count = 0;

    /** @var list<AlignedBuffer> a plane for each band */
    private array $planes = [];

    /** @param array{int, int} $columns first, and how many */
    public function __construct(private readonly Image $picture, array $columns)
    {
        [$this->left, $this->width] = $columns;
        $this->stride = PlaneScaler::stride($this->width, $picture->format());
    }

    public function plane(int $band): AlignedBuffer
    {
        return $this->planes[$band];
    }

    public function move(int $first, int $count): void
    {
        // Rows that are there already.
        $kept = max(0, min($this->first + $this->count - $first, $count));
        $old = $this->planes;
        $offset = ($first - $this->first) * $this->stride;
        $fresh = $kept === $count ? null : $this->rows($first + $kept, $count - $kept);
        $this->planes = [];
        for ($band = 0; $band < $this->picture->bands(); ++$band) {
            $plane = AlignedBuffer::allocate($this->stride * $count);
            if ($kept > 0) {
                $plane->put(0, $old[$band]->at($offset), $kept * $this->stride);
            }
            if (null !== $fresh) {
                $one = 1 === $this->picture->bands() ? $fresh : $fresh->extractBands($band, 1);
                $this->fill($plane, $kept, $one);
            }
            $this->planes[] = $plane;
        }
        [$this->first, $this->count] = [$first, $count];
    }

    private function rows(int $first, int $count): Image
    {
        return $this->picture->crop(new PixelWindow($this->left, $first, $this->width, $count))->copyToMemory();
    }

    private function fill(AlignedBuffer $plane, int $row, Image $band): void
    {
        $padded = intdiv($this->stride, $band->format()->bytes());
        $rows = $band->embed(0, 0, new PixelSize($padded, $band->size()->height), Extend::Copy)->copyToMemory();
        $plane->put($row * $this->stride, $rows->samples(), $rows->size()->height * $this->stride);
    }
}
