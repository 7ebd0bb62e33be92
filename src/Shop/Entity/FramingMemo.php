<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Snugfit\Core\Finish\FinishWishes;
use Snugfit\Core\Fit\Bled;
use Snugfit\Core\Fit\Edge;
use Snugfit\Core\Fit\EnlargePolicy;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\Pose;
use Snugfit\Core\Fit\Sits;
use Snugfit\Core\Fit\Turn;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Recipe\WayArea;
use Snugfit\Core\Recipe\WayChoice;
use Snugfit\Core\Record;

/**
 * What a person asked at one place at one moment. At a family's place counts how the picture sits; at a product's own place
 * counts what concerns this product alone, and how the picture sits where it left its family; at the picture's place "*",
 * what concerns all of its products.
 */
final readonly class FramingMemo
{
    public function __construct(
        public OrientationRule $orientation = OrientationRule::Either,
        public ?Framing $framing = null,
        public bool $excluded = false,
        public bool $lookedAt = false,
        public Pose $pose = new Pose(),
        public Sits $sits = Sits::Fill,
        public Edge $edge = Edge::Colour,
        public string $colour = 'ffffff',
        public Bled $bled = Bled::Picture,
        public ?float $limit = null,
        public EnlargePolicy $policy = EnlargePolicy::ToTarget,
        /** A product that left its family. */
        public bool $alone = false,
        /** The person's choice of enlarging. */
        public ?WayChoice $how = null,
        public FinishWishes $finish = new FinishWishes(),
        /** Where the picture is enlarged another way. */
        public ?WayArea $area = null,
    ) {
    }

    public function with(
        ?OrientationRule $orientation = null, ?Framing $framing = null, ?bool $excluded = null, ?bool $lookedAt = null, ?Pose $pose = null, ?Sits $sits = null,
        ?Edge $edge = null, ?string $colour = null, ?Bled $bled = null, ?EnlargePolicy $policy = null, ?bool $alone = null,
    ): self {
        return new self(
            $orientation ?? $this->orientation, $framing ?? $this->framing, $excluded ?? $this->excluded, $lookedAt ?? $this->lookedAt, $pose ?? $this->pose,
            $sits ?? $this->sits, $edge ?? $this->edge, $colour ?? $this->colour, $bled ?? $this->bled, $this->limit, $policy ?? $this->policy, $alone ?? $this->alone, $this->how, $this->finish, $this->area,
        );
    }

    /** As it was before anybody moved or zoomed anything. */
    public function withoutFraming(): self
    {
        return new self($this->orientation, null, $this->excluded, $this->lookedAt, $this->pose, $this->sits, $this->edge, $this->colour, $this->bled, $this->limit, $this->policy, $this->alone, $this->how, $this->finish, $this->area);
    }

    /** @param ?float $limit linear; null leaves it to the product and the kind */
    public function withLimit(?float $limit): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->pose, $this->sits, $this->edge, $this->colour, $this->bled, $limit, $this->policy, $this->alone, $this->how, $this->finish, $this->area);
    }

    /** @param ?WayChoice $how null leaves it to what suits the picture */
    public function withHow(?WayChoice $how): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->pose, $this->sits, $this->edge, $this->colour, $this->bled, $this->limit, $this->policy, $this->alone, $how, $this->finish, $this->area);
    }

    public function withFinish(FinishWishes $finish): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->pose, $this->sits, $this->edge, $this->colour, $this->bled, $this->limit, $this->policy, $this->alone, $this->how, $finish, $this->area);
    }

    public function withArea(?WayArea $area): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->pose, $this->sits, $this->edge, $this->colour, $this->bled, $this->limit, $this->policy, $this->alone, $this->how, $this->finish, $area);
    }

    /** How another sits, with what concerns this product alone kept. */
    public function sittingAs(self $other): self
    {
        return new self($other->orientation, $other->framing, $this->excluded, $other->lookedAt, $other->pose, $other->sits, $other->edge, $other->colour, $other->bled, $this->limit, $this->policy, $this->alone, $this->how, $this->finish, $this->area);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'orientation' => $this->orientation->value,
            'framing' => null === $this->framing ? null : [$this->framing->centreX, $this->framing->centreY, $this->framing->zoom],
            'excluded' => $this->excluded,
            'looked_at' => $this->lookedAt,
            'turn' => $this->pose->turn->value,
            'flip' => $this->pose->flip,
            'tilt' => $this->pose->tilt,
            'sits' => $this->sits->value,
            'edge' => $this->edge->value,
            'colour' => $this->colour,
            'bled' => $this->bled->value,
            'limit' => $this->limit,
            'policy' => $this->policy->value,
            'alone' => $this->alone,
            'how' => $this->how?->code(),
            ...(null === $this->area ? [] : ['area' => $this->area->toArray()]),
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
        ];
    }

    /** What an older record does not hold is as usual. */
    public static function fromRecord(Record $record): self
    {
        $framing = $record->toArray()['framing'] ?? null;
        $text = static fn (string $name): string => $record->optionalString($name) ?? '';

        return new self(
            OrientationRule::from($record->string('orientation')),
            \is_array($framing) ? new Framing(...array_map(static fn (mixed $value): float => is_numeric($value) ? (float) $value : 0.5, array_values($framing))) : null,
            $record->bool('excluded'),
            $record->bool('looked_at'),
            new Pose(Turn::from($record->optionalInt('turn') ?? 0), $record->has('flip') && $record->bool('flip'), $record->optionalFloat('tilt') ?? 0.0),
            Sits::tryFrom($text('sits')) ?? Sits::Fill,
            Edge::tryFrom($text('edge')) ?? Edge::Colour,
            '' === $text('colour') ? 'ffffff' : $text('colour'),
            Bled::tryFrom($text('bled')) ?? Bled::Picture,
            $record->optionalFloat('limit'),
            EnlargePolicy::tryFrom($text('policy')) ?? EnlargePolicy::ToTarget,
            $record->has('alone') && $record->bool('alone'),
            WayChoice::ofCode($text('how')),
            $record->has('finish') ? FinishWishes::fromRecord($record->record('finish')) : new FinishWishes(),
            $record->has('area') ? WayArea::fromRecord($record->record('area')) : null,
        );
    }
}
