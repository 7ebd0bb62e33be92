<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;

/** How far off a way that repairs is expected to be: mean squares of luma's differences, in levels. */
final readonly class RepairErrors
{
    public function __construct(
        /** Where it makes up half, and a way for clean pictures the rest. */
        public float $half,
        public float $whole,
    ) {
    }

    /**
     * Where it makes up another share: pixels lie on a straight line between both ways', so the squares lie on a parabola.
     *
     * @param float $share 0 to 1
     * @param float $clean the same of the way that makes up the rest
     */
    public function at(float $share, float $clean): float
    {
        $rest = 1 - $share;

        return $clean * $rest * ($rest - $share) + 4 * $this->half * $share * $rest + $this->whole * $share * ($share - $rest);
    }

    /** @return list<float> */
    public function toList(): array
    {
        return [round($this->half, 4), round($this->whole, 4)];
    }

    public static function fromRecord(JsonReader $record, string $name): self
    {
        return new self(...$record->floats($name));
    }
}
