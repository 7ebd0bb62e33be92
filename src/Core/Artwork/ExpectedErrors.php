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
    /** What is told of a piece: see ofPieces. */
    public const FIGURES = 10;

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
     * Faithful's mean of all pieces, and how much more or less the others are off than faithful: their mean ratio, each piece counting by
     * what faithful is off there, so that plain ones count next to nothing (measured: better than the means of each).
     *
     * @param list<list<float>> $told of each piece, as base-2 logarithms: faithful's, and the differences from it of drawn, mending by
     *   half and whole, denoised, focused and redrawn so
     */
    public static function ofPieces(array $told): self
    {
        $squares = array_map(static fn (array $piece): float => 2 ** $piece[0], $told);
        $all = array_sum($squares);
        $errors = [];
        for ($result = 1; $result < self::FIGURES; ++$result) {
            $sum = 0.0;
            foreach ($told as $number => $piece) {
                $sum += $squares[$number] * $piece[$result];
            }
            $errors[$result] = $all / \count($told) * 2 ** ($sum / $all);
        }

        return new self(
            $all / \count($told),
            $errors[1],
            new RepairErrors($errors[2], $errors[3]),
            new RepairErrors($errors[4], $errors[5]),
            new RepairErrors($errors[6], $errors[7]),
            new RepairErrors($errors[8], $errors[9]),
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
