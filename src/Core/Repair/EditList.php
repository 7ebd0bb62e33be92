<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

use Snugfit\Core\JsonReader;

/**
 * What is done to a master before it is framed, in order. It never touches the master: a prepared one is made of both, and named
 * by both.
 */
final readonly class EditList
{
    /** Goes up whenever the same edits would give other pixels than before. */
    private const EDITION = 1;

    /** Which editions what is done to pixels had before, together, the newest first; outlines have a word of their own. */
    private const EARLIER = [
        [CutOut::class => 3, Retouch::class => 2],
        [CutOut::class => 2, Retouch::class => 2],
        [CutOut::class => 1, Retouch::class => 1],
    ];

    private const MOST = 200;

    /** @param list<EditLine> $lines */
    public function __construct(public array $lines = [])
    {
        if (\count($lines) > self::MOST) {
            throw ImpossibleEdit::because('there are more than '.self::MOST.' edits.');
        }
    }

    public static function of(Edit ...$edits): self
    {
        return new self(array_map(static fn (Edit $edit): EditLine => new EditLine($edit), array_values($edits)));
    }

    /** Whether the picture stays as the master is. */
    public function isSilent(): bool
    {
        return [] === $this->active();
    }

    /** @return list<Edit> those that are switched on and change anything */
    public function active(): array
    {
        return array_values(
            array_map(
                static fn (EditLine $line): Edit => $line->edit,
                array_filter(
                    $this->lines,
                    static fn (EditLine $line): bool => $line->isOn && !($line->edit instanceof Tone && $line->edit->isNone()),
                ),
            ),
        );
    }

    /** Without what is switched off: what counts for pixels. */
    public function effective(): self
    {
        return self::of(...$this->active());
    }

    /** Without margins being cut, so that places in the picture are those in the master. */
    public function untrimmed(): self
    {
        return new self(array_values(array_filter($this->lines, static fn (EditLine $line): bool => !$line->edit instanceof Trim)));
    }

    /** @return ?int where the last edit of a kind stands */
    public function lastOf(EditKind $kind): ?int
    {
        $places = array_keys(array_filter($this->lines, static fn (EditLine $line): bool => $kind === $line->edit->kind()));

        return [] === $places ? null : max($places);
    }

    /** The outlines that the picture becomes in the end; null where it stays pixels. */
    public function tracing(): ?Tracing
    {
        $last = \array_slice($this->active(), -1)[0] ?? null;

        return $last instanceof Tracing ? $last : null;
    }

    /** The line that makes outlines, switched on or not. */
    public function tracingLine(): ?EditLine
    {
        $place = $this->lastOf(EditKind::Trace);

        return null === $place ? null : $this->lines[$place];
    }

    /** With these outlines instead of any others. */
    public function tracedBy(Tracing $tracing, bool $isOn = true): self
    {
        return new self([...$this->untraced()->lines, new EditLine($tracing, $isOn)]);
    }

    /** @return list<self> with what is done to pixels as it was done before, the newest first; none where it makes no difference */
    public function earlier(): array
    {
        $lists = [];
        foreach (self::EARLIER as $editions) {
            $then = static fn (Edit $edit): Edit => $edit instanceof RevisedEdit && isset($editions[$edit::class])
                ? $edit->inEdition($editions[$edit::class])
                : $edit;
            $lines = array_map(static fn (EditLine $line): EditLine => new EditLine($then($line->edit), $line->isOn), $this->lines);
            $list = new self($lines);
            $lists[json_encode($list->toRecipe(), \JSON_THROW_ON_ERROR)] = $list;
        }
        unset($lists[json_encode($this->toRecipe(), \JSON_THROW_ON_ERROR)]);

        return array_values($lists);
    }

    /** What is done to pixels alone. */
    public function untraced(): self
    {
        return new self(array_values(array_filter($this->lines, static fn (EditLine $line): bool => !$line->edit instanceof Tracing)));
    }

    /** With one more at the end; margins are always cut last, so that they see what the others left, and outlines made of all of it. */
    public function with(Edit $edit): self
    {
        $lines = [...$this->lines, new EditLine($edit)];
        $rank = static fn (EditLine $line): int => match ($line->edit->kind()) {
            EditKind::Trace => 2,
            EditKind::Trim => 1,
            default => 0,
        };
        usort($lines, static fn (EditLine $one, EditLine $other): int => $rank($one) <=> $rank($other));

        return new self($lines);
    }

    /** With one in another's place. */
    public function replaced(int $place, EditLine $line): self
    {
        $lines = $this->lines;
        $lines[$place] = isset($lines[$place]) ? $line : throw ImpossibleEdit::because('there is no such line.');

        return new self($lines);
    }

    public function without(int $place): self
    {
        $lines = $this->lines;
        unset($lines[$place]);

        return new self(array_values($lines));
    }

    /**
     * Names the prepared master; the master's own hash where nothing is done to it.
     *
     * @param string $master SHA-256
     *
     * @return string 64 hexadecimal digits
     */
    public function preparedHash(string $master): string
    {
        return $this->isSilent()
            ? $master
            : hash('sha256', $master.json_encode($this->toRecipe(), \JSON_THROW_ON_ERROR));
    }

    /** @return array<string, mixed> what counts for pixels, keys in alphabetical order */
    public function toRecipe(): array
    {
        return ['edition' => self::EDITION, 'edits' => $this->effective()->toList()];
    }

    public static function fromRecipe(JsonReader $record): self
    {
        return new self(array_map(static function (JsonReader $written): EditLine {
            $line = EditLine::fromRecord($written);

            return $line->edit instanceof RevisedEdit
                ? new EditLine($line->edit->inEdition($written->has('edition') ? $written->int('edition') : 1), $line->isOn)
                : $line;
        }, $record->records('edits')));
    }

    /** @return list<array<string, mixed>> */
    public function toList(): array
    {
        return array_map(static fn (EditLine $line): array => $line->toArray(), $this->lines);
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self(array_map(EditLine::fromRecord(...), $record->listOf()));
    }
}
