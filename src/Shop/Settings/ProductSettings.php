<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Lettering;
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
        /** Null leaves it to the family, the picture, or the batch. */
        public ?Lettering $lettering = null,
    ) {
    }

    /** @param ?FramingState $framing null brings the product back to its family */
    public function framedAs(?FramingState $framing): self
    {
        return new self(...['framing' => $framing] + $this->parts());
    }

    public function excluded(bool $excluded): self
    {
        return new self(...['excluded' => $excluded] + $this->parts());
    }

    public function limitedTo(?float $limit): self
    {
        return new self(...['limit' => $limit] + $this->parts());
    }

    public function enlargedWhen(UpscalePolicy $policy): self
    {
        return new self(...['policy' => $policy] + $this->parts());
    }

    public function enlargedBy(?UpscaleSettings $upscale): self
    {
        return new self(...['upscale' => $upscale] + $this->parts());
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self(...['finish' => $finish] + $this->parts());
    }

    public function lettered(?Lettering $lettering): self
    {
        return new self(...['lettering' => $lettering] + $this->parts());
    }

    /**
     * @return array{
     *     framing: ?FramingState, excluded: bool, limit: ?float, policy: UpscalePolicy, upscale: ?UpscaleSettings,
     *     finish: FinishSettings, lettering: ?Lettering,
     * }
     */
    private function parts(): array
    {
        return [
            'framing' => $this->framing,
            'excluded' => $this->excluded,
            'limit' => $this->limit,
            'policy' => $this->policy,
            'upscale' => $this->upscale,
            'finish' => $this->finish,
            'lettering' => $this->lettering,
        ];
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
            ...(null === $this->lettering ? [] : ['lettering' => $this->lettering->toArray()]),
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
            Lettering::ofRecord($record),
        );
    }
}
