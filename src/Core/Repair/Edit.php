<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/** One thing done to a picture, in fractions of the upright master, so that it can be switched off or changed without the others. */
interface Edit
{
    public function kind(): EditKind;

    /** In a few words, with figures: "3 spots". */
    public function summary(): string;

    /** @return array<string, mixed> keys in alphabetical order, without the kind */
    public function toArray(): array;
}
