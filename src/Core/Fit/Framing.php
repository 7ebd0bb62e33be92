<?php

declare(strict_types=1);

namespace Snugfit\Core\Fit;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;

/** How a picture sits on the products of a family, as a person asked for it; what is null is the product's to say. */
final readonly class Framing
{
    public const WHITE = 'ffffff';

    public function __construct(
        /** Stands in for the product's rule, where the rule allows it. */
        public OrientationRule $orientation = OrientationRule::Either,
        /** Null where nobody moved or zoomed anything. */
        public ?CropPosition $position = null,
        public ImageTransform $transform = new ImageTransform(),
        public ?FitMode $fitMode = null,
        /** Round a picture that is shown whole. */
        public ?EdgeFill $edgeFill = null,
        /** Of that edge: six hexadecimal digits. */
        public ?string $colour = null,
        public BleedSource $bleedSource = BleedSource::Picture,
        /** A picture that is shown whole is shown with the margins that it has. */
        public bool $keepsMargins = false,
    ) {
    }

    /** As everything sat before products had a way of their own. */
    public static function filling(): self
    {
        return new self(fitMode: FitMode::Fill, edgeFill: EdgeFill::Colour, colour: self::WHITE);
    }

    public function with(
        ?OrientationRule $orientation = null,
        ?CropPosition $position = null,
        ?ImageTransform $transform = null,
        ?FitMode $fitMode = null,
        ?EdgeFill $edgeFill = null,
        ?string $colour = null,
        ?BleedSource $bleedSource = null,
        ?bool $keepsMargins = null,
    ): self {
        return new self(
            $orientation ?? $this->orientation,
            $position ?? $this->position,
            $transform ?? $this->transform,
            $fitMode ?? $this->fitMode,
            $edgeFill ?? $this->edgeFill,
            $colour ?? $this->colour,
            $bleedSource ?? $this->bleedSource,
            $keepsMargins ?? $this->keepsMargins,
        );
    }

    /** For a picture that is such a part of its master. */
    public function on(?FractionBox $part): self
    {
        return null === $this->position ? $this : $this->with(position: $this->position->on($part));
    }

    /** As it was before anybody moved or zoomed anything. */
    public function unmoved(): self
    {
        return new self(
            $this->orientation, null, $this->transform, $this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource,
            $this->keepsMargins,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'orientation' => $this->orientation->value,
            'position' => null === $this->position ? null : [$this->position->centreX, $this->position->centreY, $this->position->zoom],
            ...null === $this->position?->part ? [] : ['part' => $this->position->part->toList()],
            'turn' => $this->transform->turn->value,
            'flip' => $this->transform->flip,
            'tilt' => $this->transform->tilt,
            'sits' => $this->fitMode?->value,
            'margins' => $this->keepsMargins,
            'edge' => $this->edgeFill?->value,
            'colour' => $this->colour,
            'bleed' => $this->bleedSource->value,
        ];
    }

    /**
     * What a record does not hold is as nobody touched it. Before products had a way of their own ("fit" instead of "sits"),
     * all was decided here, and a whole picture always had its margins.
     */
    public static function fromRecord(JsonReader $record): self
    {
        $position = $record->has('position') ? $record->floats('position') : null;
        $text = static fn (string $name): string => $record->optionalString($name) ?? '';

        return new self(
            OrientationRule::tryFrom($text('orientation')) ?? OrientationRule::Either,
            null === $position ? null : new CropPosition(
                $position[0] ?? 0.5,
                $position[1] ?? 0.5,
                $position[2] ?? 1.0,
                $record->has('part') ? FractionBox::listOf([$record->floats('part')])[0] : null,
            ),
            new ImageTransform(
                QuarterTurn::from($record->optionalInt('turn') ?? 0),
                $record->has('flip') && $record->bool('flip'),
                $record->optionalFloat('tilt') ?? 0.0,
            ),
            FitMode::tryFrom($text('sits')) ?? FitMode::tryFrom($text('fit')),
            EdgeFill::tryFrom($text('edge')),
            '' === $text('colour') ? null : $text('colour'),
            BleedSource::tryFrom($text('bleed')) ?? BleedSource::Picture,
            $record->has('margins') ? $record->bool('margins') : FitMode::Whole->value === $text('fit'),
        );
    }
}
