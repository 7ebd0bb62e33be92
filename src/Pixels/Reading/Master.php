<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Reading;

use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Vips;
use Snugfit\Pixels\Vips\VipsFailed;

/** A master file opened for reading. Its bytes are never changed. */
final readonly class Master
{
    /** 600 megapixels: an A0 at 600 ppi is 558. Counted before anything is decoded. */
    public const MOST_PIXELS = 600_000_000;

    /** The long side of the grid on which crops of a vector drawing are counted. */
    public const VECTOR_GRID = 4096;

    private const LONGEST_DRAWING = 50_000_000;

    private const LOADERS = [
        'VipsForeignLoadJpegFile' => MasterFormat::Jpeg,
        'VipsForeignLoadPngFile' => MasterFormat::Png,
        'VipsForeignLoadTiffFile' => MasterFormat::Tiff,
        'VipsForeignLoadWebpFile' => MasterFormat::Webp,
        'VipsForeignLoadHeifFile' => MasterFormat::Heif,
        'VipsForeignLoadJxlFile' => MasterFormat::Jxl,
        'VipsForeignLoadNsgifFile' => MasterFormat::Gif,
        'VipsForeignLoadSvgFile' => MasterFormat::Svg,
        'VipsForeignLoadPdfFile' => MasterFormat::Pdf,
    ];

    private function __construct(
        /** Of what is decoded. */
        public string $path,
        /** Of what was given. */
        public MasterFormat $format,
        private Image $header,
        private ?string $sha256,
        /** Of the file that was given. */
        public int $bytes,
    ) {
    }

    /**
     * @param ?string $sha256 of its bytes, where it is known
     *
     * @throws UnreadableMaster
     */
    public static function open(string $path, ?string $sha256 = null): self
    {
        if (!is_file($path) || !is_readable($path)) {
            throw UnreadableMaster::missing();
        }
        if (0 === filesize($path)) {
            throw UnreadableMaster::empty();
        }
        $format = self::LOADERS[(string) Vips::loaderFor($path)] ?? throw UnreadableMaster::notAPicture();
        try {
            $header = self::load($path, $format, 1.0, false);
        } catch (VipsFailed $e) {
            throw MasterFormat::Pdf === $format && self::isEncrypted($path) ? UnreadableMaster::locked() : UnreadableMaster::damaged($e);
        }
        $size = $header->size();
        if (!$format->isVector() && $size->pixels() > self::MOST_PIXELS) {
            throw UnreadableMaster::tooManyPixels($size->width, $size->height, self::MOST_PIXELS);
        }

        return new self($path, $format, $header, $sha256, (int) filesize($path));
    }

    /**
     * A master that another program decoded.
     *
     * @param string $decoded the file that came of it
     *
     * @throws UnreadableMaster
     */
    public static function decoded(string $path, MasterFormat $format, string $decoded, string $sha256): self
    {
        $master = self::open($decoded, $sha256);

        return new self($decoded, $format, $master->header, $sha256, (int) filesize($path));
    }

    /** SHA-256 of its bytes; computed where nobody knew it. */
    public function sha256(): string
    {
        return $this->sha256 ?? (string) hash_file('sha256', $this->path);
    }

    /** Decodes all of it, to see whether it can be. */
    public function isWhole(): bool
    {
        try {
            $this->stream()->average();
        } catch (VipsFailed) {
            return false;
        }

        return true;
    }

    /** An encrypted PDF names its encryption in the trailer (ISO 32000-1, 7.6.1). */
    private static function isEncrypted(string $path): bool
    {
        return 1 === preg_match('~/Encrypt\s+\d+\s+\d+\s+R|/Encrypt\s*<<~', (string) file_get_contents($path));
    }

    /** As stored, not yet upright; nothing is decoded. For a drawing, at its natural size. */
    public function header(): Image
    {
        return $this->header;
    }

    /** Upright; for a drawing, the grid that crops are counted in. */
    public function size(): PixelSize
    {
        $stored = $this->header->size();
        if ($this->format->isVector()) {
            return $stored->scaled(self::VECTOR_GRID / $stored->longSide());
        }

        return $this->orientation() >= 5 ? $stored->turned() : $stored;
    }

    /** EXIF orientation as stored. */
    public function orientation(): int
    {
        $stored = $this->header->int('orientation', 1);

        return $stored >= 1 && $stored <= 8 ? $stored : 1;
    }

    /**
     * Upright, every row reachable at any time: decoded into memory, or into a temporary file where it is large.
     * For a drawing, rasterised on its grid.
     */
    public function picture(): Image
    {
        $picture = $this->upright(self::load($this->path, $this->format->decodedTo(), $this->vectorScale(1.0), false));

        return $this->format->isVector() ? $picture->copyToMemory() : $picture;
    }

    /** As picture(), but as stored: not yet upright. */
    public function stored(): Image
    {
        return self::load($this->path, $this->format->decodedTo(), $this->vectorScale(1.0), false);
    }

    /** Upright, to be read once from top to bottom, so that only a few rows are in memory at a time. */
    public function stream(): Image
    {
        // Mirrored left to right still runs from the top; every other turn needs the last row first.
        return $this->upright(self::load($this->path, $this->format->decodedTo(), 1.0, $this->orientation() <= 2));
    }

    /** A drawing rasterised at so many times its grid. */
    public function drawing(float $timesGrid): Image
    {
        return $this->upright(self::load($this->path, $this->format->decodedTo(), $this->vectorScale($timesGrid), true));
    }

    private function vectorScale(float $timesGrid): float
    {
        return $this->format->isVector() ? $timesGrid * self::VECTOR_GRID / $this->header->size()->longSide() : 1.0;
    }

    private function upright(Image $image): Image
    {
        return 1 === $this->orientation() ? $image : $image->upright();
    }

    private static function load(string $path, MasterFormat $format, float $scale, bool $stream): Image
    {
        $options = ['access' => $stream ? 1 : 0, 'fail-on' => 1];

        $image = match ($format) {
            MasterFormat::Svg => Image::drawing(self::drawingText($path), [...$options, 'scale' => $scale]),
            MasterFormat::Pdf => Image::load('pdf', $path, [...$options, 'scale' => $scale]),
            default => Image::load($format->value, $path, $options),
        };

        // Lab packed into four bytes is a coding that few operations understand.
        return $image->isPackedLab() ? $image->colourspace(Interpretation::LabS) : $image;
    }

    private static function drawingText(string $path): string
    {
        $bytes = (int) filesize($path);
        if ($bytes > self::LONGEST_DRAWING) {
            throw UnreadableMaster::drawingTooLong($bytes);
        }

        return (string) file_get_contents($path);
    }
}
