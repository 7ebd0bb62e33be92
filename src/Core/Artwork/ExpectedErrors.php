<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;

/**
 * How far off a picture of twice the size would be by each learned way, as a network tells that looked at pieces of it: mean squares of
 * luma's differences, in levels. Which way is nearer is told well, how near it comes is not: nobody knows what a source does not hold.
 */
final readonly class ExpectedErrors
{
    public function __construct(
        public float $faithful,
        public float $drawn,
        /** With faithful as the rest, as the next two. */
        public RepairErrors $mending,
        public RepairErrors $denoised,
        public RepairErrors $focused,
        /** With drawn as the rest. */
        public RepairErrors $redrawn,
    ) {
    }

    /**
     * The mean of what is told of each piece.
     *
     * @param list<list<float>> $told of each piece, as base-2 logarithms: faithful's, and the differences from it of drawn,
     *   mending by half and whole, denoised, focused and redrawn so
     */
    public static function ofPieces(array $told): self
    {
        $sums = array_fill(0, 10, 0.0);
        foreach ($told as $piece) {
            foreach ($sums as $result => $sum) {
                $sums[$result] = $sum + 2 ** ($piece[0] + (0 === $result ? 0.0 : $piece[$result])) / \count($told);
            }
        }

        return new self(
            $sums[0],
            $sums[1],
            new RepairErrors($sums[2], $sums[3]),
            new RepairErrors($sums[4], $sums[5]),
            new RepairErrors($sums[6], $sums[7]),
            new RepairErrors($sums[8], $sums[9]),
        );
    }

    /** @return array<string, float|list<float>> */
    public function toArray(): array
    {
        return [
            'faithful' => round($this->faithful, 4),
            'drawn' => round($this->drawn, 4),
            'mending' => $this->mending->toList(),
            'denoised' => $this->denoised->toList(),
            'focused' => $this->focused->toList(),
            'redrawn' => $this->redrawn->toList(),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->float('faithful'),
            $record->float('drawn'),
            RepairErrors::fromRecord($record, 'mending'),
            RepairErrors::fromRecord($record, 'denoised'),
            RepairErrors::fromRecord($record, 'focused'),
            RepairErrors::fromRecord($record, 'redrawn'),
        );
    }
}
