<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Upscale\UpscaleSettings;

/** What a person asked of one artwork on one product alone. */
final readonly class ProductSettings
{
    public function __construct(
        /** Null while the product shares its family's framing. */
        public ?FramingState $framing = null,
        /** Left out of what is made. */
        public bool $excluded = false,
        /** Linear; null leaves it to the product and the kind. */
        public ?float $limit = null,
        public UpscalePolicy $policy = UpscalePolicy::ToTarget,
        /** Null leaves it to the picture's, or to what suits it. */
        public ?UpscaleSettings $upscale = null,
        public FinishSettings $finish = new FinishSettings(),
    ) {
    }

    /** @param ?FramingState $framing null brings the product back to its family */
    public function framedAs(?FramingState $framing): self
    {
        return new self($framing, $this->excluded, $this->limit, $this->policy, $this->upscale, $this->finish);
    }

    public function excluded(bool $excluded): self
    {
        return new self($this->framing, $excluded, $this->limit, $this->policy, $this->upscale, $this->finish);
    }

    public function limitedTo(?float $limit): self
    {
        return new self($this->framing, $this->excluded, $limit, $this->policy, $this->upscale, $this->finish);
    }

    public function enlargedWhen(UpscalePolicy $policy): self
    {
        return new self($this->framing, $this->excluded, $this->limit, $policy, $this->upscale, $this->finish);
    }

    public function enlargedBy(?UpscaleSettings $upscale): self
    {
        return new self($this->framing, $this->excluded, $this->limit, $this->policy, $upscale, $this->finish);
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self($this->framing, $this->excluded, $this->limit, $this->policy, $this->upscale, $finish);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'framing' => $this->framing?->toArray(),
            'excluded' => $this->excluded,
            'limit' => $this->limit,
            'policy' => $this->policy->value,
            'upscale' => $this->upscale?->code(),
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->has('framing') ? FramingState::fromRecord($record->record('framing')) : null,
            $record->has('excluded') && $record->bool('excluded'),
            $record->optionalFloat('limit'),
            UpscalePolicy::tryFrom($record->optionalString('policy') ?? '') ?? UpscalePolicy::ToTarget,
            UpscaleSettings::ofCode($record->optionalString('upscale') ?? ''),
            $record->has('finish') ? FinishSettings::fromRecord($record->record('finish')) : new FinishSettings(),
        );
    }
}
