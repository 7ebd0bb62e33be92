<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Undo\Change;
use Snugfit\Web\Shared\SettingScope;
use Snugfit\Web\Shared\SettingScopes;

/** The scopes that say how a placement is finished, step by step, the nearest first. */
final readonly class FinishScopes
{
    /** @param non-empty-list<SettingScope> $all */
    private function __construct(public array $all, private SettingScopes $scopes)
    {
    }

    public static function of(PlannedPlacement $placed): self
    {
        $scopes = SettingScopes::of($placed);

        return new self($scopes->all, $scopes);
    }

    public function named(string $key): SettingScope
    {
        return $this->scopes->named($key);
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
    public function set(SettingScope $at, string $step, ?FinishSettings $finish): array
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
