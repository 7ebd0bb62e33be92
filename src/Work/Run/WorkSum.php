<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Snugfit\Core\Production\WriteCosts;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Enlarger\UpscaleEstimator;

/** Adds up how long many files take: what several of them show of a picture is enlarged once. */
final class WorkSum
{
    private float $writing = 0.0;
    private float $enlarging = 0.0;
    private float $longest = 0.0;

    /** @var array<string, float> seconds of the pieces of the picture that was added last */
    private array $pieces = [];
    private string $master = '';

    public function __construct(
        private readonly WriteCosts $costs,
        private readonly UpscaleEstimator $estimator,
        private readonly int $workers,
    ) {
    }

    /**
     * Files of one picture one after the other, since pieces are shared among those.
     *
     * @param string $master SHA-256
     * @param float  $share  of the file that is to be made
     */
    public function add(Recipe $recipe, string $master, float $share = 1.0): void
    {
        if ($master !== $this->master) {
            $this->close();
            $this->master = $master;
        }
        $own = $this->estimator->pieces($recipe, $master);
        $this->pieces += $own;
        $writing = $this->costs->seconds($recipe) * $share;
        $this->writing += $writing;
        $this->longest = max($this->longest, $writing + array_sum($own) / $this->workers);
    }

    public function seconds(): float
    {
        $this->close();

        return max($this->longest, ($this->writing + $this->enlarging) / $this->workers);
    }

    private function close(): void
    {
        $this->enlarging += array_sum($this->pieces);
        $this->pieces = [];
    }
}
