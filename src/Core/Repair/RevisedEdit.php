<?php

declare(strict_types=1);

namespace Snugfit\Core\Repair;

/**
 * An edit whose result came to be another while it was asked for in the same words: its edition names the pixels. Whoever raises one
 * adds what there was to EditList::EARLIER, and a migration by which what was made of it is prepared again (Shop\PreparesAgain).
 */
interface RevisedEdit extends Edit
{
    /** As what was made by it names it. */
    public function inEdition(int $edition): static;
}
