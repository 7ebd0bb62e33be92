<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Output\FileFormat;

/** What was found in a written print file by reading it back. */
final readonly class PrintFileFacts
{
    public function __construct(
        public ?FileFormat $format,
        public PixelSize $size,
        public float $ppiAcross,
        public float $ppiDown,
        public ?string $profile,
        /** Channels of colour, without transparency. */
        public int $channels,
        public bool $transparent,
        public int $bits,
        public int $bytes,
        /** Whether the file ends as its format demands. */
        public bool $complete,
        public string $sha256,
        /** Of a PDF. */
        public ?PdfBoxes $boxes = null,
        /** Null where there was no plan to hold it against. */
        public ?PrintQualityMeasures $measures = null,
    ) {
    }

    public function with(PrintQualityMeasures $measures): self
    {
        return new self(
            $this->format,
            $this->size,
            $this->ppiAcross,
            $this->ppiDown,
            $this->profile,
            $this->channels,
            $this->transparent,
            $this->bits,
            $this->bytes,
            $this->complete,
            $this->sha256,
            $this->boxes,
            $measures,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'format' => $this->format?->value,
            'width' => $this->size->width,
            'height' => $this->size->height,
            'ppi_across' => $this->ppiAcross,
            'ppi_down' => $this->ppiDown,
            'profile' => $this->profile,
            'channels' => $this->channels,
            'transparent' => $this->transparent,
            'bits' => $this->bits,
            'bytes' => $this->bytes,
            'complete' => $this->complete,
            'sha256' => $this->sha256,
            'boxes' => $this->boxes?->toArray(),
            'measures' => $this->measures?->toArray(),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $format = $record->optionalString('format');

        return new self(
            null === $format ? null : FileFormat::from($format),
            PixelSize::fromRecord($record),
            $record->float('ppi_across'),
            $record->float('ppi_down'),
            $record->optionalString('profile'),
            $record->int('channels'),
            $record->bool('transparent'),
            $record->int('bits'),
            $record->int('bytes'),
            $record->bool('complete'),
            $record->string('sha256'),
            $record->has('boxes') ? PdfBoxes::fromRecord($record->record('boxes')) : null,
            $record->has('measures') ? PrintQualityMeasures::fromRecord($record->record('measures')) : null,
        );
    }
}
