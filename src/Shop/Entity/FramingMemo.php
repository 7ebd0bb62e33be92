<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\FitMode;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/**
 * What a person asked at one place at one moment. At a family's place counts how the picture sits; at a product's own place
 * counts what concerns this product alone, and how the picture sits where it left its family; at the picture's place "*",
 * what concerns all of its products.
 */
final readonly class FramingMemo
{
    public function __construct(
        public OrientationRule $orientation = OrientationRule::Either,
        public ?CropPosition $framing = null,
        public bool $excluded = false,
        public bool $lookedAt = false,
        public ImageTransform $transform = new ImageTransform(),
        public FitMode $fitMode = FitMode::Fill,
        public EdgeFill $edgeFill = EdgeFill::Colour,
        public string $colour = 'ffffff',
        public BleedSource $bleedSource = BleedSource::Picture,
        public ?float $limit = null,
        public UpscalePolicy $policy = UpscalePolicy::ToTarget,
        /** A product that left its family. */
        public bool $alone = false,
        /** The person's choice of enlarging. */
        public ?UpscaleSettings $upscale = null,
        public FinishSettings $finish = new FinishSettings(),
        /** Where the picture is enlarged another way. */
        public ?UpscaleRegion $region = null,
    ) {
    }

    public function with(
        ?OrientationRule $orientation = null, ?CropPosition $framing = null, ?bool $excluded = null, ?bool $lookedAt = null, ?ImageTransform $transform = null, ?FitMode $fitMode = null,
        ?EdgeFill $edgeFill = null, ?string $colour = null, ?BleedSource $bleedSource = null, ?UpscalePolicy $policy = null, ?bool $alone = null,
    ): self {
        return new self(
            $orientation ?? $this->orientation, $framing ?? $this->framing, $excluded ?? $this->excluded, $lookedAt ?? $this->lookedAt, $transform ?? $this->transform,
            $fitMode ?? $this->fitMode, $edgeFill ?? $this->edgeFill, $colour ?? $this->colour, $bleedSource ?? $this->bleedSource, $this->limit, $policy ?? $this->policy, $alone ?? $this->alone, $this->upscale, $this->finish, $this->region,
        );
    }

    /** As it was before anybody moved or zoomed anything. */
    public function withoutFraming(): self
    {
        return new self($this->orientation, null, $this->excluded, $this->lookedAt, $this->transform, $this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource, $this->limit, $this->policy, $this->alone, $this->upscale, $this->finish, $this->region);
    }

    /** @param ?float $limit linear; null leaves it to the product and the kind */
    public function withLimit(?float $limit): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->transform, $this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource, $limit, $this->policy, $this->alone, $this->upscale, $this->finish, $this->region);
    }

    /** @param ?UpscaleSettings $upscale null leaves it to what suits the picture */
    public function withHow(?UpscaleSettings $upscale): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->transform, $this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource, $this->limit, $this->policy, $this->alone, $upscale, $this->finish, $this->region);
    }

    public function withFinish(FinishSettings $finish): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->transform, $this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource, $this->limit, $this->policy, $this->alone, $this->upscale, $finish, $this->region);
    }

    public function withArea(?UpscaleRegion $region): self
    {
        return new self($this->orientation, $this->framing, $this->excluded, $this->lookedAt, $this->transform, $this->fitMode, $this->edgeFill, $this->colour, $this->bleedSource, $this->limit, $this->policy, $this->alone, $this->upscale, $this->finish, $region);
    }

    /** How another sits, with what concerns this product alone kept. */
    public function sittingAs(self $other): self
    {
        return new self($other->orientation, $other->framing, $this->excluded, $other->lookedAt, $other->transform, $other->fitMode, $other->edgeFill, $other->colour, $other->bleedSource, $this->limit, $this->policy, $this->alone, $this->upscale, $this->finish, $this->region);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'orientation' => $this->orientation->value,
            'framing' => null === $this->framing ? null : [$this->framing->centreX, $this->framing->centreY, $this->framing->zoom],
            'excluded' => $this->excluded,
            'looked_at' => $this->lookedAt,
            'turn' => $this->transform->turn->value,
            'flip' => $this->transform->flip,
            'tilt' => $this->transform->tilt,
            'sits' => $this->fitMode->value,
            'edge' => $this->edgeFill->value,
            'colour' => $this->colour,
            'bled' => $this->bleedSource->value,
            'limit' => $this->limit,
            'policy' => $this->policy->value,
            'alone' => $this->alone,
            'how' => $this->upscale?->code(),
            ...(null === $this->region ? [] : ['area' => $this->region->toArray()]),
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
        ];
    }

    /** What an older record does not hold is as usual. */
    public static function fromRecord(JsonReader $record): self
    {
        $framing = $record->toArray()['framing'] ?? null;
        $text = static fn (string $name): string => $record->optionalString($name) ?? '';

        return new self(
            OrientationRule::from($record->string('orientation')),
            \is_array($framing) ? new CropPosition(...array_map(static fn (mixed $value): float => is_numeric($value) ? (float) $value : 0.5, array_values($framing))) : null,
            $record->bool('excluded'),
            $record->bool('looked_at'),
            new ImageTransform(QuarterTurn::from($record->optionalInt('turn') ?? 0), $record->has('flip') && $record->bool('flip'), $record->optionalFloat('tilt') ?? 0.0),
            FitMode::tryFrom($text('sits')) ?? FitMode::Fill,
            EdgeFill::tryFrom($text('edge')) ?? EdgeFill::Colour,
            '' === $text('colour') ? 'ffffff' : $text('colour'),
            BleedSource::tryFrom($text('bled')) ?? BleedSource::Picture,
            $record->optionalFloat('limit'),
            UpscalePolicy::tryFrom($text('policy')) ?? UpscalePolicy::ToTarget,
            $record->has('alone') && $record->bool('alone'),
            UpscaleSettings::ofCode($text('how')),
            $record->has('finish') ? FinishSettings::fromRecord($record->record('finish')) : new FinishSettings(),
            $record->has('area') ? UpscaleRegion::fromRecord($record->record('area')) : null,
        );
    }
}
