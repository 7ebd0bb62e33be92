<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;

/** An image that is computed strip by strip, kept in memory or in a file. */
final class StripKeeper
{
    private string $bytes = '';
    private readonly ?ScratchFile $file;

    /** @param Image $like how all strips are stored */
    public function __construct(private readonly PixelSize $size, private readonly Image $like, bool $inMemory)
    {
        $this->file = $inMemory ? null : new ScratchFile();
    }

    public function keep(Image $strip): void
    {
        if (null === $this->file) {
            $this->bytes .= $strip->bytes();
        } else {
            $this->file->write($strip->bytes());
        }
    }

    public function image(): Image
    {
        [$bands, $interpretation, $format] = [$this->like->bands(), $this->like->interpretation(), $this->like->format()];

        return $this->file?->image($this->size, $bands, $format, $interpretation)
            ?? Image::ofBytes($this->bytes, $this->size, $bands, $interpretation, $format);
    }
}
