<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Trace\TraceReport;

/** What was read from a prepared master, and what came of its edits. */
final readonly class PreparedFacts
{
    /**
     * @param string      $hash names the prepared master: EditList::preparedHash()
     * @param FractionBox $kept of the master's picture, what is left where margins were cut
     */
    public function __construct(
        public string $hash,
        public MasterFacts $facts,
        public ?CutOutReport $cutOut,
        public FractionBox $kept,
        /** Where it became outlines. */
        public ?TraceReport $trace = null,
    ) {
    }

    /**
     * What counts for placements: the prepared picture's pixels, and what was read from the master about its making and its kind.
     * A drawing of lines has become one of pixels, or pixels one of lines.
     */
    public function over(MasterFacts $master): MasterFacts
    {
        $own = $this->facts;

        return new MasterFacts(
            format: $master->format->isVector() || $own->format->isVector() ? $own->format : $master->format,
            size: $own->size,
            bytes: $master->bytes,
            sha256: $master->sha256,
            colour: $own->colour,
            bits: $own->bits,
            profile: $own->profile,
            isTransparent: $own->isTransparent,
            ppiTag: $master->ppiTag,
            exifOrientation: $master->exifOrientation,
            pages: $master->pages,
            kindGuess: $master->kindGuess,
            reachesOutside: $master->reachesOutside,
            focus: $own->focus,
            statistics: $own->statistics,
            lettering: $own->lettering,
            kindConfidence: $master->kindConfidence,
            kindOther: $master->kindOther,
            evidence: $own->format->isVector() ? null : $master->evidence,
            ground: $own->ground,
            heads: $own->heads,
            // Parts differ from the kind that was guessed.
            parts: $own->kindGuess === $master->kindGuess ? $own->parts : [],
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'hash' => $this->hash,
            'facts' => $this->facts->toArray(),
            'cutOut' => $this->cutOut?->toArray(),
            'kept' => $this->kept->toList(),
            ...null === $this->trace ? [] : ['trace' => $this->trace->toArray()],
        ];
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(
            $record->string('hash'),
            MasterFacts::fromRecord($record->record('facts')),
            $record->has('cutOut') ? CutOutReport::fromRecord($record->record('cutOut')) : null,
            FractionBox::listOf([$record->toArray()['kept'] ?? null])[0],
            $record->has('trace') ? TraceReport::fromRecord($record->record('trace')) : null,
        );
    }
}
