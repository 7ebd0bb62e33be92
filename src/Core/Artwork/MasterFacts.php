<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;

/** What was read from a master file. Its pixel size is the upright one, after EXIF orientation. */
final readonly class MasterFacts
{
    public function __construct(
        public MasterFormat $format,
        public PixelSize $size,
        public int $bytes,
        /** Of the file's bytes, 64 hexadecimal digits. */
        public string $sha256,
        public ColourModel $colour,
        /** Bits per channel, 8 or 16 (more than 8 counts as 16). */
        public int $bits,
        /** The embedded profile's own description; null where there is none. */
        public ?string $profile,
        /** True where at least one pixel is not opaque. */
        public bool $isTransparent,
        /** The ppi tag: a note that changes nothing. Null where there is none. */
        public ?float $ppiTag,
        /** EXIF orientation as stored, 1 to 8 (EXIF 2.32). */
        public int $exifOrientation,
        /** Pictures or pages in the file; only the first is used. */
        public int $pages,
        public Kind $kindGuess,
        /** A drawing that asks for scripts or for files outside itself; neither is ever run or fetched. */
        public bool $reachesOutside = false,
        /** Where the eye goes first, as measured: a guess; null where nothing stands out. */
        public ?FractionBox $focus = null,
        public PixelStatistics $statistics = new PixelStatistics(),
        /** @var list<FractionBox> where lines of lettering were found: a guess, in fractions of the upright picture */
        public array $lettering = [],
        /** How sure the guess of the kind is, 0 to 1. */
        public float $kindConfidence = 1.0,
        /** What it would be otherwise. */
        public ?Kind $kindOther = null,
        /** What was done to it before; null for drawings of lines, and for what was read before that was looked for. */
        public ?SourceEvidence $evidence = null,
        /** What its subject stands on where that is plain. */
        public ?PlainGround $ground = null,
        /** @var list<FractionBox> where heads were found: a guess; none where they were not looked for */
        public array $heads = [],
        /** @var list<KindPart> parts that are of another kind than the guessed one; none where they were not looked for */
        public array $parts = [],
    ) {
    }

    public function artwork(?Kind $kind = null): Artwork
    {
        return new Artwork($this->size, $kind ?? $this->kindGuess, $this->format->isVector(), $this->ground);
    }

    /**
     * What a page of it is called as a file of its own, without an extension; names sort as the pages do.
     *
     * @param int $page from 1
     */
    public function pageName(string $name, int $page): string
    {
        return \sprintf('%s, page %0'.\strlen((string) $this->pages).'d', $name, $page);
    }

    public function isWideGamut(): bool
    {
        return null !== $this->profile && ColourModel::Rgb === $this->colour && !self::isSrgb($this->profile);
    }

    public static function isSrgb(string $profile): bool
    {
        return 1 === preg_match('/s\s?rgb|IEC\s?61966-2[-.]1/i', $profile);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'format' => $this->format->value,
            'width' => $this->size->width,
            'height' => $this->size->height,
            'bytes' => $this->bytes,
            'sha256' => $this->sha256,
            'colour' => $this->colour->value,
            'bits' => $this->bits,
            'profile' => $this->profile,
            'transparent' => $this->isTransparent,
            'ppi_tag' => $this->ppiTag,
            'exif_orientation' => $this->exifOrientation,
            'pages' => $this->pages,
            'kind' => $this->kindGuess->value,
            'reaches_outside' => $this->reachesOutside,
            'focus' => $this->focus?->toList(),
            'measures' => $this->statistics->toArray(),
            'lettering' => array_map(static fn (FractionBox $box): array => $box->toList(), $this->lettering),
            'kind_confidence' => round($this->kindConfidence, 3),
            'kind_other' => $this->kindOther?->value,
            'evidence' => $this->evidence?->toArray(),
            'ground' => $this->ground?->toArray(),
            'heads' => array_map(static fn (FractionBox $box): array => $box->toList(), $this->heads),
            'parts' => array_map(static fn (KindPart $part): array => $part->toArray(), $this->parts),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            MasterFormat::from($record->string('format')),
            PixelSize::fromRecord($record),
            $record->int('bytes'),
            $record->string('sha256'),
            ColourModel::from($record->string('colour')),
            $record->int('bits'),
            $record->optionalString('profile'),
            $record->bool('transparent'),
            $record->optionalFloat('ppi_tag'),
            $record->int('exif_orientation'),
            $record->int('pages'),
            Kind::from($record->string('kind')),
            $record->bool('reaches_outside'),
            $record->has('focus') ? FractionBox::listOf([$record->toArray()['focus']])[0] : null,
            $record->has('measures') ? PixelStatistics::fromRecord($record->record('measures')) : new PixelStatistics(),
            $record->has('lettering') ? FractionBox::listOf($record->toArray()['lettering']) : [],
            $record->optionalFloat('kind_confidence') ?? 1.0,
            Kind::tryFrom($record->optionalString('kind_other') ?? ''),
            $record->has('evidence') ? SourceEvidence::fromRecord($record->record('evidence')) : null,
            match (true) {
                $record->has('ground') => PlainGround::fromRecord($record->record('ground')),
                // Read before its margins were measured.
                $record->bool('transparent') => PlainGround::transparent(),
                default => null,
            },
            $record->has('heads') ? FractionBox::listOf($record->toArray()['heads']) : [],
            $record->has('parts') ? array_map(KindPart::fromRecord(...), $record->records('parts')) : [],
        );
    }
}
