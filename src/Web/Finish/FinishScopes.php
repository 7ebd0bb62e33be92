<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Shop\EffectiveSettings;
use Snugfit\Shop\PlannedPlacement;

/** The places that say how a placement is finished, the nearest first. */
final readonly class FinishScopes
{
    /** @param non-empty-list<FinishScope> $all */
    private function __construct(public array $all)
    {
    }

    public static function of(PlannedPlacement $placed): self
    {
        [$effective, $artwork] = [$placed->effective, $placed->artwork];
        $picture = $artwork->memo(EffectiveSettings::PICTURE);
        $settings = $artwork->batch()->settings();
        $places = [new FinishScope('product', 'this product', $effective->ownSubject(), $effective->own->finish, static fn (FinishSettings $changed): array => $effective->own->withFinish($changed)->toArray())];
        if (!$effective->own->alone) {
            $places[] = new FinishScope('family', 'all of '.$effective->family->label, $effective->subject(), $effective->shared->finish, static fn (FinishSettings $changed): array => $effective->shared->withFinish($changed)->toArray());
        }
        $places[] = new FinishScope('picture', 'the picture', \sprintf('framing:%d:%s', $artwork->id(), EffectiveSettings::PICTURE), $picture->finish, static fn (FinishSettings $changed): array => $picture->withFinish($changed)->toArray());
        $places[] = new FinishScope('batch', 'the batch', 'settings', $settings->finish, static fn (FinishSettings $changed): array => $settings->finishedBy($changed)->toArray());

        return new self($places);
    }

    public function named(string $key): FinishScope
    {
        return array_values(array_filter($this->all, static fn (FinishScope $place): bool => $place->key === $key))[0] ?? $this->all[0];
    }

    /** @return array<string, string> by step, the label of the place that counts; a step nobody spoke of is not in it */
    public function sources(): array
    {
        $sources = [];
        foreach (array_reverse($this->all) as $place) {
            foreach (array_keys($place->settings->toArray()) as $step) {
                $sources[$step] = $place->label;
            }
        }

        return $sources;
    }

    /**
     * What the journal notes where a step is set at a place: nearer places fall silent on it, so that it counts here.
     *
     * @param ?FinishSettings $changed what the place says then; null has it fall silent, too
     *
     * @return array<string, array<string, mixed>>
     */
    public function set(FinishScope $at, string $step, ?FinishSettings $changed): array
    {
        $after = [];
        foreach ($this->all as $place) {
            if ($place->key === $at->key) {
                return $after + [$place->subject => $place->stateWith($changed ?? $place->settings->silentOn($step))];
            }
            if ($place->speaksOf($step)) {
                $after[$place->subject] = $place->stateWith($place->settings->silentOn($step));
            }
        }

        return $after;
    }
}
