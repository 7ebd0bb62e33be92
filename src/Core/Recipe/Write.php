<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\ImpossibleOutput;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\RenderingIntent;
use Snugfit\Core\Output\SizeLimit;

/** How the print file is written. Its profile is always embedded. */
final readonly class Write
{
    /** JPEG at a quality whose loss does not show in print (common practice: 95 and over). */
    public const JPEG_QUALITY = 95;

    public function __construct(
        public FileFormat $format,
        /** The tag in the file. */
        public Ppi $ppi,
        /** Bits per channel, 8 or 16. */
        public int $bits,
        public bool $transparent,
        /** What shows through where the file keeps no transparency: six hexadecimal digits. */
        public string $matte = 'ffffff',
        public int $quality = self::JPEG_QUALITY,
        public OutputColour $colour = new OutputColour(),
        public Compression $compression = Compression::Lzw,
        /** Of a lossy format. */
        public ?SizeLimit $limit = null,
        /** Of a PDF. */
        public ?PdfPage $page = null,
        /** Of a PDF: the master's own lines, not pixels of them. */
        public bool $lines = false,
    ) {
        if (!\in_array($bits, [8, 16], true) || (16 === $bits && !$format->keepsSixteenBits())) {
            throw ImpossibleRecipe::depth($bits, $format);
        }
        if ($transparent && (!$format->keepsTransparency() || !$colour->profile->keepsTransparency())) {
            throw ImpossibleRecipe::transparency($format);
        }
        if (!$format->takes($colour->profile)) {
            throw ImpossibleRecipe::profile($colour->profile, $format);
        }
        if ($quality < 1 || $quality > 100) {
            throw ImpossibleOutput::quality($quality);
        }
        if (1 !== preg_match('/^[0-9a-f]{6}$/', $matte)) {
            throw ImpossibleRecipe::matte($matte);
        }
        if (FileFormat::Pdf === $format && null === $page) {
            throw ImpossibleRecipe::noPage();
        }
    }

    public function onPage(PdfPage $page): self
    {
        return new self(...['page' => $page] + $this->parts());
    }

    /** With the master's own lines, or with pixels of them. */
    public function asLines(bool $lines = true): self
    {
        return new self(...['lines' => $lines] + $this->parts());
    }

    /**
     * @return array{
     *     format: FileFormat, ppi: Ppi, bits: int, transparent: bool, matte: string, quality: int, colour: OutputColour,
     *     compression: Compression, limit: ?SizeLimit, page: ?PdfPage, lines: bool,
     * }
     */
    private function parts(): array
    {
        return [
            'format' => $this->format,
            'ppi' => $this->ppi,
            'bits' => $this->bits,
            'transparent' => $this->transparent,
            'matte' => $this->matte,
            'quality' => $this->quality,
            'colour' => $this->colour,
            'compression' => $this->compression,
            'limit' => $this->limit,
            'page' => $this->page,
            'lines' => $this->lines,
        ];
    }

    /** @return array<string, mixed> keys in alphabetical order; what was not there to choose once stays out where it is as usual */
    public function toArray(): array
    {
        return [
            'bits' => $this->bits,
            ...$this->colour->isUsual() ? [] : ['colour' => $this->colour->toArray()],
            ...Compression::Lzw === $this->compression ? [] : ['compression' => $this->compression->value],
            'format' => $this->format->value,
            ...null === $this->limit ? [] : ['limit' => ['bytes' => $this->limit->bytes, 'least_quality' => $this->limit->leastQuality]],
            ...$this->lines ? ['lines' => true] : [],
            'matte' => $this->matte,
            ...null === $this->page ? [] : ['page' => $this->page->toArray()],
            // As text with a fixed number of digits: a float's shortest form could differ between machines.
            'ppi' => number_format($this->ppi->value, 6, '.', ''),
            'quality' => $this->quality,
            'transparent' => $this->transparent,
        ];
    }

    public static function fromRecord(JsonReader $write): self
    {
        $limit = $write->has('limit') ? $write->record('limit') : null;

        return new self(
            FileFormat::from($write->string('format')),
            Ppi::of((float) $write->string('ppi')),
            $write->int('bits'),
            $write->bool('transparent'),
            $write->string('matte'),
            $write->int('quality'),
            $write->has('colour') ? self::colour($write->record('colour')) : new OutputColour(),
            $write->has('compression') ? Compression::from($write->string('compression')) : Compression::Lzw,
            null === $limit ? null : new SizeLimit($limit->int('bytes'), $limit->int('least_quality')),
            $write->has('page') ? PdfPage::fromRecord($write->record('page')) : null,
            $write->has('lines') && $write->bool('lines'),
        );
    }

    private static function colour(JsonReader $colour): OutputColour
    {
        return new OutputColour(
            Profile::from($colour->string('profile')),
            RenderingIntent::from($colour->string('intent')),
            $colour->bool('black_point'),
        );
    }
}
