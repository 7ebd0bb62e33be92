<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Core\Upscale\UpscaleSettings;

/** What a person asked of one artwork on all products. */
final readonly class ArtworkSettings
{
    public function __construct(
        /** Null leaves it to what suits the picture. */
        public ?UpscaleSettings $upscale = null,
        /** Where the picture is enlarged another way. */
        public ?UpscaleRegion $region = null,
        public FinishSettings $finish = new FinishSettings(),
    ) {
    }

    public function enlargedBy(?UpscaleSettings $upscale): self
    {
        return new self($upscale, $this->region, $this->finish);
    }

    public function enlargedIn(?UpscaleRegion $region): self
    {
        return new self($this->upscale, $region, $this->finish);
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self($this->upscale, $this->region, $finish);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            ...(null === $this->upscale ? [] : ['upscale' => $this->upscale->code()]),
            ...(null === $this->region ? [] : ['region' => $this->region->toArray()]),
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            UpscaleSettings::ofCode($record->optionalString('upscale') ?? ''),
            $record->has('region') ? UpscaleRegion::fromRecord($record->record('region')) : null,
            $record->has('finish') ? FinishSettings::fromRecord($record->record('finish')) : new FinishSettings(),
        );
    }
}
