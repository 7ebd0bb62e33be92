<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** Samples that are written once and looked at afterwards; the file has no name any more by then, and is gone with whoever looks at it. */
final class ScratchFile
{
    private readonly string $path;

    /** @var resource */
    private $file;

    public function __construct()
    {
        $folder = getenv('TMPDIR') ?: sys_get_temp_dir();
        $this->path = @tempnam($folder, 'samples') ?: throw UnwritablePrintFile::at($folder);
        $this->file = fopen($this->path, 'w') ?: throw UnwritablePrintFile::at($this->path);
    }

    public function __destruct()
    {
        @unlink($this->path);
    }

    public function write(string $bytes): void
    {
        if (\strlen($bytes) !== @fwrite($this->file, $bytes)) {
            throw UnwritablePrintFile::at($this->path);
        }
    }

    public function image(PixelSize $size, int $bands, BandFormat $format, Interpretation $interpretation): Image
    {
        if (!@fflush($this->file)) {
            throw UnwritablePrintFile::at($this->path);
        }

        return Image::raw($this->path, $size, $bands, $format, $interpretation);
    }
}
