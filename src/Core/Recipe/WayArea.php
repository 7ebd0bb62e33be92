<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Finish\Marks;
use Snugfit\Core\Record;

/** Another way of enlarging where a person painted, softly laid over the picture's own: lettering or skin can go another way than the rest. */
final readonly class WayArea
{
    public function __construct(public WayChoice $how, public Marks $marks)
    {
        if ($marks->isEmpty()) {
            throw ImpossibleFinish::marks('an area has at least one stroke.');
        }
    }

    /** @return array<string, mixed> keys in alphabetical order */
    public function toArray(): array
    {
        return ['how' => $this->how->code(), 'marks' => $this->marks->toList()];
    }

    public static function fromRecord(Record $record): self
    {
        return new self(WayChoice::ofCode($record->string('how')) ?? throw ImpossibleFinish::field('way '.$record->string('how'), 'those of the test strip'), Marks::fromList($record->toArray()['marks'] ?? null));
    }
}
