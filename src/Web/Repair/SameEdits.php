<?php

declare(strict_types=1);

namespace Snugfit\Web\Repair;

use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EditKind;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;

/** What of one picture's edits can be done to another: all that is not drawn on it. */
final class SameEdits
{
    private const KINDS = [EditKind::CutOut, EditKind::Tone, EditKind::Trim];

    public static function of(EditList $given, EditList $theirs): EditList
    {
        foreach (self::among($given) as $line) {
            $edit = $line->edit;
            $place = $theirs->lastOf($edit->kind());
            $before = null === $place ? null : $theirs->lines[$place]->edit;
            if ($edit instanceof CutOut) {
                $edit = $edit->markedBy($before instanceof CutOut ? $before->marks : []);
            }
            $theirs = null === $place ? $theirs->with($edit) : $theirs->replaced($place, new EditLine($edit));
        }

        return $theirs;
    }

    /** @return list<EditLine> */
    public static function among(EditList $given): array
    {
        return array_values(array_filter(
            $given->lines,
            static fn (EditLine $line): bool => $line->isOn && \in_array($line->edit->kind(), self::KINDS, true),
        ));
    }
}
