<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\TileGrid;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/**
 * A picture in a file of bare samples, one square piece below the other: each is one run of bytes, which is written in a
 * sixth of the time that its rows take apart (measured). Several workers write it in any order.
 */
final readonly class TileFile
{
    /** True where nothing was in it yet. */
    public bool $isNew;

    /** @var resource */
    private mixed $file;

    public function __construct(private string $path, private TileGrid $tiles, private int $bands, private BandFormat $format)
    {
        $this->file = fopen($path, 'c+') ?: throw UnwritablePrintFile::at($path);
        $this->isNew = (fstat($this->file)['size'] ?? 0) < $this->bytes() * $tiles->count();
        if ($this->isNew) {
            ftruncate($this->file, max(0, $this->bytes() * $tiles->count()));
        }
    }

    public function write(int $tile, Image $piece): void
    {
        // One at the picture's right edge is filled up, so that its rows lie as the others' do.
        $wide =
            $piece->size()->width === $this->tiles->side
                ? $piece
                : $piece->embed(0, 0, new PixelSize($this->tiles->side, $piece->size()->height), Extend::Background);
        $bytes = $wide->bytes();
        fseek($this->file, $this->bytes() * $tile);
        if (fwrite($this->file, $bytes) !== \strlen($bytes) || !fflush($this->file)) {
            throw UnwritablePrintFile::at($this->path);
        }
    }

    /** Read where it is looked at. */
    public function picture(Interpretation $interpretation): Image
    {
        $side = $this->tiles->side;
        $column = Image::raw(
            $this->path,
            new PixelSize($side, $side * $this->tiles->count()),
            $this->bands,
            $this->format,
            $interpretation,
        );

        return $column->grid($side, $this->tiles->across, $this->tiles->down)->crop(PixelWindow::whole($this->tiles->picture));
    }

    /** Of one piece. */
    private function bytes(): int
    {
        return $this->tiles->side ** 2 * $this->bands * $this->format->bytes();
    }
}
