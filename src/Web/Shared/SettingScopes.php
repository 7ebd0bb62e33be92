<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Shop\PlannedPlacement;
use Snugfit\Shop\Undo\ArtworkSettingsChange;
use Snugfit\Shop\Undo\BatchSettingsChange;
use Snugfit\Shop\Undo\Change;
use Snugfit\Shop\Undo\FamilySettingsChange;

/** The scopes that say how a placement is finished and lettered, the nearest first. */
final readonly class SettingScopes
{
    /** @param non-empty-list<SettingScope> $all */
    private function __construct(public array $all)
    {
    }

    public static function of(PlannedPlacement $placed): self
    {
        $effective = $placed->effective;
        $product = $effective->ofProduct;

        return new self([
            new SettingScope(
                'product',
                'this product',
                $product->finish,
                $product->lettering,
                static fn (FinishSettings $finish): Change => $effective->overridden($product->finishedBy($finish)),
                static fn (?Lettering $lettering): Change => $effective->overridden($product->lettered($lettering)),
            ),
            ...$effective->isAlone() ? [] : [self::family($placed)],
            self::picture($placed),
            self::batch($placed),
        ]);
    }

    public function named(string $key): SettingScope
    {
        return array_values(array_filter($this->all, static fn (SettingScope $scope): bool => $scope->key === $key))[0] ?? $this->all[0];
    }

    private static function family(PlannedPlacement $placed): SettingScope
    {
        [$artwork, $family, $asked] = [$placed->artwork, $placed->effective->family, $placed->effective->ofFamily];

        return new SettingScope(
            'family',
            'all of '.$family->label,
            $asked->finish,
            $asked->lettering,
            static fn (FinishSettings $finish): Change => FamilySettingsChange::of($artwork, $family->key, $asked->finishedBy($finish)),
            static fn (?Lettering $lettering): Change => FamilySettingsChange::of($artwork, $family->key, $asked->lettered($lettering)),
        );
    }

    private static function picture(PlannedPlacement $placed): SettingScope
    {
        $artwork = $placed->artwork;
        $asked = $artwork->settings();

        return new SettingScope(
            'picture',
            'the picture',
            $asked->finish,
            $asked->lettering,
            static fn (FinishSettings $finish): Change => ArtworkSettingsChange::of($artwork, $asked->finishedBy($finish)),
            static fn (?Lettering $lettering): Change => ArtworkSettingsChange::of($artwork, $asked->lettered($lettering)),
        );
    }

    private static function batch(PlannedPlacement $placed): SettingScope
    {
        $batch = $placed->artwork->batch();
        $asked = $batch->settings();

        return new SettingScope(
            'batch',
            'the batch',
            $asked->finish,
            $asked->lettering,
            static fn (FinishSettings $finish): Change => BatchSettingsChange::of($batch, $asked->finishedBy($finish)),
            static fn (?Lettering $lettering): Change => BatchSettingsChange::of($batch, $asked->lettered($lettering)),
        );
    }
}
