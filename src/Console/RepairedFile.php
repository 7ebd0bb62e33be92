<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\CutOutReport;

/** A picture that was repaired and written. */
final readonly class RepairedFile
{
    private function __construct(public PixelSize $size, public ?CutOutReport $cutOut)
    {
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            PixelSize::fromRecord($record),
            $record->has('cutOut') ? CutOutReport::fromRecord($record->record('cutOut')) : null,
        );
    }
}
