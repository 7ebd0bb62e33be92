<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/**
 * An edit whose result came to be another while it was asked for in the same words: its edition names the pixels. Whoever raises one
 * adds a migration, by which what it was made of is prepared again (Shop\Entity\RepairedMaster).
 */
interface RevisedEdit extends Edit
{
    /** As what was made by it names it. */
    public function inEdition(int $edition): static;

    /** The same as it was before its result came to be what it is now. */
    public function before(): static;
}
