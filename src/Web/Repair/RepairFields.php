<?php

declare(strict_types=1);

namespace Snugfit\Web\Repair;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\Edit;
use Snugfit\Core\Repair\EditKind;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Pen;
use Snugfit\Core\Repair\Retouch;
use Symfony\Component\Validator\Constraints as Assert;

/** One act in the repair room, as it is sent. */
final readonly class RepairFields
{
    private const ACTS = ['add', 'mark', 'unmark', 'change', 'switch', 'remove'];

    /** @param array<string, mixed> $edit with its kind; of a mark, its stroke and whether what it lies on stays */
    public function __construct(
        #[Assert\Choice(choices: self::ACTS, message: 'There is no such act.')] public string $act,
        public array $edit = [],
        /** Which line of the list, from 0. */
        #[Assert\PositiveOrZero(message: 'There is no such line.')] public int $line = 0,
        public bool $on = true,
    ) {
    }

    /**
     * @return array{EditList, string} what becomes of a list, and that in words
     *
     * @throws ImpossibleEdit|MalformedJson
     */
    public function into(EditList $edits): array
    {
        return match ($this->act) {
            'mark' => $this->marked($edits, Mark::fromRecord($this->record())),
            'unmark' => $this->unmarked($edits),
            'switch' => [
                $edits->replaced($this->line, $this->lineOf($edits)->switched($this->on)),
                $this->on ? 'Switched on' : 'Switched off',
            ],
            'remove' => [$edits->without($this->line), 'Removed'],
            'change' => [$edits->replaced($this->line, new EditLine($this->edit(), $this->lineOf($edits)->isOn)), 'Changed'],
            default => $this->added($edits, $this->edit()),
        };
    }

    /**
     * Of what there can be one only, the last one is changed; spots and lines drawn one after the other stay together.
     *
     * @return array{EditList, string}
     */
    private function added(EditList $edits, Edit $edit): array
    {
        $what = 'Did: '.strtolower($edit->kind()->label());
        $last = $edits->lastOf($edit->kind());
        $before = null === $last ? null : $edits->lines[$last];
        if (null === $last || null === $before || EditKind::Fill === $edit->kind()) {
            return [$edits->with($edit), $what];
        }
        $isOnly = \in_array($edit->kind(), [EditKind::CutOut, EditKind::Trim, EditKind::Tone], true);
        $isNext = $before->isOn && \count($edits->untraced()->untrimmed()->lines) - 1 === $last;
        $together = match (true) {
            $isOnly => $edit,
            !$isNext => null,
            $edit instanceof Retouch && $before->edit instanceof Retouch => $before->edit->joinedBy($edit),
            $edit instanceof Pen && $before->edit instanceof Pen && $edit->isLike($before->edit) => $before->edit->joinedBy($edit),
            default => null,
        };

        return [null === $together ? $edits->with($edit) : $edits->replaced($last, new EditLine($together)), $what];
    }

    /** @return array{EditList, string} */
    private function marked(EditList $edits, Mark $mark): array
    {
        $what = $mark->stays ? 'Marked what stays' : 'Marked what goes';
        $place = $edits->lastOf(EditKind::CutOut);
        $cut = null === $place ? null : $edits->lines[$place]->edit;

        return [
            null !== $place && $cut instanceof CutOut
                ? $edits->replaced($place, new EditLine($cut->markedBy([...$cut->marks, $mark])))
                : $edits->with(new CutOut(marks: [$mark])),
            $what,
        ];
    }

    /** @return array{EditList, string} */
    private function unmarked(EditList $edits): array
    {
        $place = $edits->lastOf(EditKind::CutOut);
        $cut = null === $place ? null : $edits->lines[$place]->edit;

        return [
            null !== $place && $cut instanceof CutOut ? $edits->replaced($place, new EditLine($cut->markedBy([]))) : $edits,
            'Took marks away',
        ];
    }

    private function lineOf(EditList $edits): EditLine
    {
        return $edits->lines[$this->line] ?? throw ImpossibleEdit::because('there is no such line.');
    }

    private function edit(): Edit
    {
        return EditLine::fromRecord($this->record())->edit;
    }

    private function record(): JsonReader
    {
        return JsonReader::of($this->edit, 'an edit');
    }
}
