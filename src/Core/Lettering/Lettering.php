<?php

declare(strict_types=1);

namespace Snugfit\Core\Lettering;

use Snugfit\Core\JsonReader;

/** The lines of words on a print, as they were asked for. None at all is an answer, too: no lettering here. */
final readonly class Lettering
{
    private const MOST = 20;

    /** @param list<TextLine> $lines in the order in which they are laid, the last on top */
    public function __construct(public array $lines = [])
    {
        if (\count($lines) > self::MOST) {
            throw ImpossibleLettering::lines(self::MOST);
        }
    }

    /** @param \Closure(TextLine, int): TextLine $change gets each line and its place, from 0 */
    public function each(\Closure $change): self
    {
        return new self(array_map($change, $this->lines, array_keys($this->lines)));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['lines' => array_map(static fn (TextLine $line): array => $line->toArray(), $this->lines)];
    }

    /**
     * As a scope of settings keeps it.
     *
     * @return ?self null where it says nothing, or what it says came from an edition that knew more
     */
    public static function ofRecord(JsonReader $settings): ?self
    {
        try {
            return $settings->has('lettering') ? self::fromRecord($settings->record('lettering')) : null;
        } catch (ImpossibleLettering) {
            return null;
        }
    }

    /** @throws ImpossibleLettering */
    public static function fromRecord(JsonReader $record): self
    {
        return new self(array_map(TextLine::fromRecord(...), $record->records('lines')));
    }
}
