<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** Transparent or plain margins cut away. */
final readonly class Trim implements Edit
{
    /** @param float $margin left round what is shown, as a share of its long side, 0 to 0.5 */
    public function __construct(public float $margin = 0.0)
    {
        if ($margin < 0 || $margin > 0.5) {
            throw ImpossibleEdit::because('a margin goes from 0 to 50 %.');
        }
    }

    public function kind(): EditKind
    {
        return EditKind::Trim;
    }

    public function summary(): string
    {
        return rtrim(rtrim(number_format(100 * $this->margin, 1, '.', ''), '0'), '.').' % left';
    }

    public function toArray(): array
    {
        return ['margin' => (int) round($this->margin * 1e4)];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->has('margin') ? $record->float('margin') / 1e4 : 0.0);
    }
}
