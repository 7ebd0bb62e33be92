<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Settings\EffectiveSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\ProductSettings;
use Snugfit\Shop\Undo\Change;
use Snugfit\Shop\Undo\FamilySettingsChange;
use Snugfit\Shop\Undo\StaleAct;
use Snugfit\Shop\Undo\UndoHistory;

/** What can be done to many placements at once, each as one act that can be taken back. */
final readonly class SheetActs
{
    public function __construct(private BatchPlanner $sheet, private UndoHistory $history)
    {
    }

    /**
     * @param list<string> $cells "ARTWORK:PRODUCT"
     *
     * @return bool false where there is no such act
     *
     * @throws StaleAct where one of them is not there any more: all that was meant, or nothing
     */
    public function apply(Batch $batch, string $act, string $value, array $cells): bool
    {
        $chosen = $this->chosen($batch, $cells);
        if (\count($chosen) < \count(array_unique($cells))) {
            throw StaleAct::selectionGone();
        }
        $change = $this->change($act, $value, 'copy' === $act ? $this->chosen($batch, [$value])[0] ?? null : null);
        if (null === $change) {
            return false;
        }
        $changes = array_merge(...array_map($change, $chosen));
        $this->history->apply($batch, self::WORDS[$act].' '.self::called($chosen), ...$changes);

        return true;
    }

    /** @return ?\Closure(EffectiveSettings): list<Change<covariant mixed>> what an act does to one of the placements; null for none */
    private function change(string $act, string $value, ?EffectiveSettings $model): ?\Closure
    {
        $limit = is_numeric($value) ? min(Product::EXTREME_LIMIT, max(1.0, (float) $value)) : null;
        $policy = UpscalePolicy::tryFrom($value);

        return match ($act) {
            'orientation' => self::reframed(
                static fn (Framing $now): Framing => $now->unmoved()->with(orientation: OrientationRule::tryFrom($value)),
            ),
            'sits' => self::reframed(static fn (Framing $now): Framing => $now->unmoved()->with(fitMode: FitMode::tryFrom($value))),
            'looks-right' => static fn (EffectiveSettings $one): array => [$one->reframed($one->state()->lookedAt())],
            'copy' => null === $model
                ? null
                : static fn (EffectiveSettings $one): array => [$one->reframed($model->stateFor($one->artwork))],
            'reset' => self::reset(...),
            'limit' => self::overridden(static fn (ProductSettings $now): ProductSettings => $now->limitedTo($limit)),
            'enlarge' => self::overridden(static fn (ProductSettings $now): ProductSettings => $now->enlargedWhen($policy ?? $now->policy)),
            'leave-out' => self::overridden(static fn (ProductSettings $now): ProductSettings => $now->excluded(true)),
            'take-in' => self::overridden(static fn (ProductSettings $now): ProductSettings => $now->excluded(false)),
            default => null,
        };
    }

    /**
     * @param \Closure(Framing): Framing $framing
     *
     * @return \Closure(EffectiveSettings): list<Change<covariant mixed>>
     */
    private static function reframed(\Closure $framing): \Closure
    {
        return static fn (EffectiveSettings $one): array => [$one->reframed($one->state()->framedAs($framing($one->framing())))];
    }

    /**
     * @param \Closure(ProductSettings): ProductSettings $settings
     *
     * @return \Closure(EffectiveSettings): list<Change<covariant mixed>>
     */
    private static function overridden(\Closure $settings): \Closure
    {
        return static fn (EffectiveSettings $one): array => [$one->overridden($settings($one->ofProduct))];
    }

    /**
     * As nobody touched it; a product that left its family comes back to it.
     *
     * @return list<Change<covariant mixed>>
     */
    private static function reset(EffectiveSettings $one): array
    {
        $product = $one->overridden(new ProductSettings());

        return $one->isAlone() ? [$product] : [FamilySettingsChange::of($one->artwork, $one->family->key, new FamilySettings()), $product];
    }

    private const WORDS = [
        'orientation' => 'Turned',
        'sits' => 'Changed how to sit for',
        'looks-right' => 'Found right',
        'copy' => 'Copied a framing to',
        'reset' => 'Reset',
        'limit' => 'Set the limit of',
        'enlarge' => 'Set when to enlarge',
        'leave-out' => 'Left out',
        'take-in' => 'Took in',
    ];

    /** @param list<EffectiveSettings> $chosen */
    private static function called(array $chosen): string
    {
        return 1 === \count($chosen)
            ? \sprintf('"%s" on %s', $chosen[0]->artwork->title(), $chosen[0]->product->name)
            : \sprintf('%d placements', \count($chosen));
    }

    /**
     * @param list<string> $cells
     *
     * @return list<EffectiveSettings>
     */
    private function chosen(Batch $batch, array $cells): array
    {
        $products = [];
        foreach ($this->sheet->products($batch) as $product) {
            $products[$product->code] = $product;
        }
        $artworks = [];
        foreach ($this->sheet->artworks($batch) as $artwork) {
            $artworks[$artwork->id()] = $artwork;
        }
        $chosen = [];
        foreach (array_unique($cells) as $cell) {
            [$id, $code] = [...explode(':', $cell, 2), ''];
            if (isset($artworks[(int) $id], $products[$code])) {
                $chosen[] = EffectiveSettings::of($artworks[(int) $id], $products[$code]);
            }
        }

        return $chosen;
    }
}
