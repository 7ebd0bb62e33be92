<?php

declare(strict_types=1);

namespace Snugfit\Web\TestStrip;

use Snugfit\Core\Recipe\Recipe;

/** What a column of the test strip shows: a file of the vault, printed by a recipe. */
final readonly class StripImage
{
    /** @param string $file SHA-256 */
    public function __construct(public string $file, public Recipe $recipe)
    {
    }
}
