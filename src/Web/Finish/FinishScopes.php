<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Undo\ArtworkSettingsChange;
use Snugfit\Shop\Undo\BatchSettingsChange;
use Snugfit\Shop\Undo\Change;
use Snugfit\Shop\Undo\FamilySettingsChange;

/** The scopes that say how a placement is finished, the nearest first. */
final readonly class FinishScopes
{
    /** @param non-empty-list<FinishScope> $all */
    private function __construct(public array $all)
    {
    }

    public static function of(PlannedPlacement $scoped): self
    {
        [$effective, $artwork] = [$scoped->effective, $scoped->artwork];
        $batch = $artwork->batch();
        $scopes = [
            new FinishScope(
                'product',
                'this product',
                $effective->ofProduct->finish,
                static fn (FinishSettings $finish): Change => $effective->overridden($effective->ofProduct->finishedBy($finish)),
            ),
        ];
        if (!$effective->isAlone()) {
            $family = $effective->family->key;
            $scopes[] = new FinishScope(
                'family',
                'all of '.$effective->family->label,
                $effective->ofFamily->finish,
                static fn (FinishSettings $finish): Change => FamilySettingsChange::of(
                    $artwork,
                    $family,
                    $effective->ofFamily->finishedBy($finish),
                ),
            );
        }
        $scopes[] = new FinishScope(
            'picture',
            'the picture',
            $artwork->settings()->finish,
            static fn (FinishSettings $finish): Change => ArtworkSettingsChange::of($artwork, $artwork->settings()->finishedBy($finish)),
        );
        $scopes[] = new FinishScope(
            'batch',
            'the batch',
            $batch->settings()->finish,
            static fn (FinishSettings $finish): Change => BatchSettingsChange::of($batch, $batch->settings()->finishedBy($finish)),
        );

        return new self($scopes);
    }

    public function named(string $key): FinishScope
    {
        return array_values(array_filter($this->all, static fn (FinishScope $scope): bool => $scope->key === $key))[0] ?? $this->all[0];
    }

    /** @return array<string, string> by step, the label of the scope that counts; a step nobody spoke of is not in it */
    public function sources(): array
    {
        $sources = [];
        foreach (array_reverse($this->all) as $scope) {
            foreach (array_keys($scope->settings->toArray()) as $step) {
                $sources[$step] = $scope->label;
            }
        }

        return $sources;
    }

    /**
     * What changes where a step is set at a scope: nearer scopes fall silent on it, so that it counts there.
     *
     * @param ?FinishSettings $finish what the scope says then; null has it fall silent, too
     *
     * @return list<Change<covariant mixed>>
     */
    public function set(FinishScope $at, string $step, ?FinishSettings $finish): array
    {
        $changes = [];
        foreach ($this->all as $scope) {
            if ($scope->key === $at->key) {
                $changes[] = $scope->changedTo($finish ?? $scope->settings->silentOn($step));
                break;
            }
            if ($scope->speaksOf($step)) {
                $changes[] = $scope->changedTo($scope->settings->silentOn($step));
            }
        }

        return $changes;
    }
}
