<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;

/** What was measured in a picture's pixels, for warnings that save a print. */
final readonly class PixelStatistics
{
    /** @param list<float> $emptyMargins top, right, bottom, left: share of the side that is one colour from the edge on */
    public function __construct(
        /**
         * What the sharpest patch loses when halved and enlarged again, root mean square, in hundredths of its contrast; null
         * where nothing has detail to lose.
         */
        public ?float $lostAtHalf = null,
        /** The same for a quarter. */
        public ?float $lostAtQuarter = null,
        /** Steps across the borders of 8 × 8 blocks against steps elsewhere; 1 where there are no blocks. */
        public float $blockiness = 1.0,
        /** 64 bits of which neighbours are brighter, as 16 hexadecimal digits: alike pictures differ in few. */
        public string $fingerprint = '',
        public array $emptyMargins = [0.0, 0.0, 0.0, 0.0],
        /** Mean level, 0 to 255. */
        public float $brightness = 128.0,
        /** How many colours a flat graphic is made of; null where it was not found to be made of few. */
        public ?int $flatColours = null,
        /** Quality at which a JPEG seems to have been saved before, lower than the last time; null where nothing speaks for it. */
        public ?int $savedBefore = null,
    ) {
    }

    public function savedBeforeAt(?int $quality): self
    {
        return new self(
            $this->lostAtHalf,
            $this->lostAtQuarter,
            $this->blockiness,
            $this->fingerprint,
            $this->emptyMargins,
            $this->brightness,
            $this->flatColours,
            $quality,
        );
    }

    /** How many of the fingerprint's 64 bits are set. */
    public function fingerprintBits(): int
    {
        return array_sum(
            array_map(static fn (string $digit): int => substr_count(decbin((int) hexdec($digit)), '1'), str_split($this->fingerprint)),
        );
    }

    /** In how many of 64 bits two fingerprints differ. */
    public function distance(self $other): int
    {
        if (16 !== \strlen($this->fingerprint) || 16 !== \strlen($other->fingerprint)) {
            return 64;
        }
        $differing = 0;
        foreach (str_split($this->fingerprint, 4) as $i => $part) {
            $differing += substr_count(decbin((int) hexdec($part) ^ (int) hexdec(substr($other->fingerprint, 4 * $i, 4))), '1');
        }

        return $differing;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'lost_at_half' => $this->lostAtHalf,
            'lost_at_quarter' => $this->lostAtQuarter,
            'blockiness' => $this->blockiness,
            'fingerprint' => $this->fingerprint,
            'empty_margins' => $this->emptyMargins,
            'brightness' => $this->brightness,
            'flat_colours' => $this->flatColours,
            'saved_before' => $this->savedBefore,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $margins = $record->toArray()['empty_margins'] ?? [];

        return new self(
            $record->optionalFloat('lost_at_half'),
            $record->optionalFloat('lost_at_quarter'),
            $record->float('blockiness'),
            $record->string('fingerprint'),
            array_map(
                static fn (mixed $share): float => is_numeric($share) ? (float) $share : 0.0,
                \is_array($margins) ? array_values($margins) : [],
            ),
            $record->float('brightness'),
            $record->optionalInt('flat_colours'),
            $record->optionalInt('saved_before'),
        );
    }
}
