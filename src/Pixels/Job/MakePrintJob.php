<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\Recipe\Recipe;

/** Make a print file and read it back for preflight. */
final readonly class MakePrintJob implements PixelJob
{
    /**
     * @param ?string $proof where to put the print, small, for a proof sheet
     * @param ?string $copy  of the master, small, to lay beside the print
     */
    public function __construct(public string $master, public Recipe $recipe, public string $target, public ?string $proof = null, public ?string $copy = null)
    {
    }

    public function timeLimit(): float
    {
        return 6 * 3600;
    }

    public function toArray(): array
    {
        return ['job' => 'print', 'master' => $this->master, 'recipe' => $this->recipe->canonicalJson(), 'target' => $this->target, 'proof' => $this->proof, 'copy' => $this->copy];
    }
}
