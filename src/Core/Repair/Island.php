<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;

/** A part inside a subject that looks like the ground: it stays until a person says otherwise. */
final readonly class Island
{
    /**
     * @param array{float, float} $at    a point in it, as shares of the picture's width and height
     * @param float               $share of the picture
     */
    public function __construct(public FractionBox $box, public array $at, public float $share, public bool $stays)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['box' => $this->box->toList(), 'at' => $this->at, 'share' => round($this->share, 6), 'stays' => $this->stays];
    }

    public static function fromRecord(JsonReader $record): self
    {
        $at = $record->floats('at');

        return new self(
            FractionBox::listOf([$record->toArray()['box'] ?? null])[0],
            [$at[0] ?? 0.0, $at[1] ?? 0.0],
            $record->float('share'),
            $record->bool('stays'),
        );
    }
}
