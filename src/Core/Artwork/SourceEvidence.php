<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;

/** What was done to a picture before it came here: read from its file, and seen in its pixels. */
final readonly class SourceEvidence
{
    /** Less than that is as good as nothing: quality 96 and better. */
    private const TRACES = 0.85;

    public function __construct(
        /** Of a JPEG, by its own tables, 1 to 100; null for other files. */
        public ?int $savedAt = null,
        /** How a JPEG's pixels share their colours, such as "4:2:0"; null for others and for grey ones. */
        public ?string $sampling = null,
        /**
         * How strong JPEG's traces are in the pixels, whatever the file is now: 0 for none, 1 as at quality 95, 3.5 as at 50, 4.7 as
         * at 20 (the base-2 logarithm of 1 and a tenth of the standard's scale).
         */
        public float $traces = 0.0,
        /** Standard deviation of noise, in levels of 255. */
        public float $noise = 0.0,
        /** Standard deviation of the blur, in pixels. */
        public float $blur = 0.0,
        /**
         * The same where the picture is sharpest: a fifth of its parts have no more, since what lies behind is often soft where what
         * is looked at is not. Null for what was read before this was looked for.
         */
        public ?float $blurInFocus = null,
        /** How far off each way of enlarging would be; null for what was read before this was looked for. */
        public ?ExpectedErrors $expected = null,
    ) {
    }

    /** The quality at which a JPEG shows such traces; null where there are next to none. */
    public function seenQuality(): ?int
    {
        if ($this->traces < self::TRACES) {
            return null;
        }
        $scale = 10 * (2 ** $this->traces - 1);

        return max(1, min(99, (int) round($scale <= 100 ? (200 - $scale) / 2 : 5000 / $scale)));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'saved_at' => $this->savedAt,
            'sampling' => $this->sampling,
            'traces' => round($this->traces, 2),
            'noise' => round($this->noise, 2),
            'blur' => round($this->blur, 2),
            ...null === $this->blurInFocus ? [] : ['blur_in_focus' => round($this->blurInFocus, 2)],
            ...null === $this->expected ? [] : ['expected' => $this->expected->toArray()],
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->optionalInt('saved_at'),
            $record->optionalString('sampling'),
            $record->float('traces'),
            $record->float('noise'),
            $record->float('blur'),
            $record->has('blur_in_focus') ? $record->float('blur_in_focus') : null,
            $record->has('expected') ? ExpectedErrors::fromRecord($record->record('expected')) : null,
        );
    }
}
