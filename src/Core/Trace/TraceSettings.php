<?php

declare(strict_types=1);

namespace Snugfit\Core\Trace;

use Snugfit\Core\JsonReader;

/** How a picture becomes outlines. */
final readonly class TraceSettings
{
    public const MOST_COLOURS = 64;

    /**
     * @param ?int  $colours   2 to 64; null where they are found
     * @param float $detail    pixels that the smallest area has
     * @param int   $smooth    0 to 100: how far outlines may lie off what pixels say
     * @param int   $corners   0 to 100: how small a turn stays sharp
     * @param bool  $gradients whether soft shading stays one area
     * @param bool  $isStacked whether areas lie on each other rather than beside each other
     * @param bool  $pens      whether lines of one width become such lines, rather than areas
     */
    public function __construct(
        public ?int $colours = null,
        public float $detail = 2.0,
        public int $smooth = 50,
        public int $corners = 50,
        public bool $gradients = true,
        public TraceGround $ground = TraceGround::Keep,
        public bool $isStacked = false,
        public bool $pens = false,
    ) {
        if (null !== $colours && ($colours < 2 || $colours > self::MOST_COLOURS)) {
            throw ImpossibleTrace::because(\sprintf('outlines have 2 to %d colours.', self::MOST_COLOURS));
        }
        if ($detail < 0 || $detail > 10_000) {
            throw ImpossibleTrace::because('the smallest area has 0 to 10,000 pixels.');
        }
        foreach ([$smooth, $corners] as $share) {
            if ($share < 0 || $share > 100) {
                throw ImpossibleTrace::because('smoothness and corners go from 0 to 100.');
            }
        }
    }

    /**
     * Pixels of the picture that a point of an edge may lie off its outline.
     *
     * @param float $noise levels that edges are disturbed by
     */
    public function tolerance(float $noise = 0.0): float
    {
        return 0.045 * 2 ** (($this->smooth - 50) / 25) * (1 + $noise / 6);
    }

    /** Degrees that an outline turns at one place to have a corner there. */
    public function cornerDegrees(): float
    {
        return 36.0 * 2 ** ((50 - $this->corners) / 35);
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return [
            'colours' => $this->colours,
            'corners' => $this->corners,
            'detail' => (int) round($this->detail * 100),
            'gradients' => $this->gradients,
            'ground' => $this->ground->value,
            ...$this->pens ? ['pens' => true] : [],
            'smooth' => $this->smooth,
            'stacked' => $this->isStacked,
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->optionalInt('colours'),
            ($record->optionalFloat('detail') ?? 200.0) / 100,
            $record->optionalInt('smooth') ?? 50,
            $record->optionalInt('corners') ?? 50,
            !$record->has('gradients') || $record->bool('gradients'),
            TraceGround::tryFrom($record->optionalString('ground') ?? '') ?? TraceGround::Keep,
            $record->has('stacked') && $record->bool('stacked'),
            $record->has('pens') && $record->bool('pens'),
        );
    }
}
