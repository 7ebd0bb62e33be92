<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Lettering;

/** What a person asked of one artwork on all products of a family. */
final readonly class FamilySettings
{
    public function __construct(
        public FramingState $framing = new FramingState(),
        public FinishSettings $finish = new FinishSettings(),
        /** Null leaves it to the picture, or to the batch. */
        public ?Lettering $lettering = null,
    ) {
    }

    public function framedAs(FramingState $framing): self
    {
        return new self($framing, $this->finish, $this->lettering);
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self($this->framing, $finish, $this->lettering);
    }

    public function lettered(?Lettering $lettering): self
    {
        return new self($this->framing, $this->finish, $lettering);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'framing' => $this->framing->toArray(),
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
            ...(null === $this->lettering ? [] : ['lettering' => $this->lettering->toArray()]),
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->has('framing') ? FramingState::fromRecord($record->record('framing')) : new FramingState(),
            $record->has('finish') ? FinishSettings::fromRecord($record->record('finish')) : new FinishSettings(),
            Lettering::ofRecord($record),
        );
    }
}
