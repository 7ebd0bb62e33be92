<?php

declare(strict_types=1);

namespace Snugfit\Shop\Settings;

use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Scene\Rail;

/** What a person asked of a whole batch: how its pictures are finished, and how its print files are named and written. */
final readonly class BatchSettings
{
    public const WHITE = 'ffffff';

    public function __construct(
        public FinishSettings $finish = new FinishSettings(),
        public NameTemplate $name = new NameTemplate(),
        /** What transparent artwork is laid on where a file keeps no transparency; null where nobody was asked yet. */
        public ?string $matte = null,
        public bool $cutMarks = false,
        /** Previews that are wanted beside the print files. */
        public Rail $rail = new Rail(),
        public ?Lettering $lettering = null,
    ) {
        if (null !== $matte && 1 !== preg_match('/^[0-9a-f]{6}$/', $matte)) {
            throw ImpossibleRecipe::matte($matte);
        }
    }

    public function finishedBy(FinishSettings $finish): self
    {
        return new self(...['finish' => $finish] + $this->parts());
    }

    public function showing(Rail $rail): self
    {
        return new self(...['rail' => $rail] + $this->parts());
    }

    public function lettered(?Lettering $lettering): self
    {
        return new self(...['lettering' => $lettering] + $this->parts());
    }

    public function written(NameTemplate $name, ?string $matte, bool $cutMarks): self
    {
        return new self(...['name' => $name, 'matte' => $matte, 'cutMarks' => $cutMarks] + $this->parts());
    }

    /** @return array{finish: FinishSettings, name: NameTemplate, matte: ?string, cutMarks: bool, rail: Rail, lettering: ?Lettering} */
    private function parts(): array
    {
        return [
            'finish' => $this->finish,
            'name' => $this->name,
            'matte' => $this->matte,
            'cutMarks' => $this->cutMarks,
            'rail' => $this->rail,
            'lettering' => $this->lettering,
        ];
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            ...($this->finish->isSilent() ? [] : ['finish' => $this->finish->toArray()]),
            ...(NameTemplate::USUAL === $this->name->template ? [] : ['name' => $this->name->template]),
            ...(null === $this->matte ? [] : ['matte' => $this->matte]),
            ...($this->cutMarks ? ['cut_marks' => true] : []),
            ...($this->rail->isUsual() ? [] : ['rail' => $this->rail->toArray()]),
            ...(null === $this->lettering ? [] : ['lettering' => $this->lettering->toArray()]),
        ];
    }

    /** What a record does not hold is as usual. */
    public static function fromRecord(JsonReader $record): self
    {
        try {
            $name = new NameTemplate($record->optionalString('name') ?? NameTemplate::USUAL);
        } catch (InvalidNameTemplate) {
            // From an edition that knew other words.
            $name = new NameTemplate();
        }

        return new self(
            $record->has('finish') ? FinishSettings::fromRecord($record->record('finish')) : new FinishSettings(), $name,
            $record->optionalString('matte'), $record->has('cut_marks') && $record->bool('cut_marks'),
            $record->has('rail') ? Rail::fromRecord($record->record('rail')) : new Rail(),
            Lettering::ofRecord($record),
        );
    }
}
