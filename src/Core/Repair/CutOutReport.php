<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/** What came of a cut-out, in figures. */
final readonly class CutOutReport
{
    /** From here on a person should look. */
    private const DOUBTFUL = 0.25;

    /**
     * @param float        $removed         share of the picture that went
     * @param float        $halfTransparent of what is left, the share that is neither all there nor gone
     * @param float        $halo            how much of the ground is left in the edge's colours, 0 to 1
     * @param float        $doubt           0 to 1
     * @param bool         $isPlain         one ground, and not something with things in it
     * @param list<Island> $islands
     */
    public function __construct(
        public float $removed,
        public float $halfTransparent,
        public float $halo,
        public float $doubt,
        public bool $isPlain,
        public array $islands = [],
    ) {
    }

    public function isDoubtful(): bool
    {
        return $this->doubt >= self::DOUBTFUL;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'removed' => round($this->removed, 5),
            'halfTransparent' => round($this->halfTransparent, 5),
            'halo' => round($this->halo, 4),
            'doubt' => round($this->doubt, 3),
            'plainGround' => $this->isPlain,
            'islands' => array_map(static fn (Island $island): array => $island->toArray(), $this->islands),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->float('removed'),
            $record->float('halfTransparent'),
            $record->float('halo'),
            $record->float('doubt'),
            $record->bool('plainGround'),
            array_map(Island::fromRecord(...), $record->records('islands')),
        );
    }
}
