<?php

declare(strict_types=1);

namespace Snugfit\Web\FitSheet;

use Snugfit\Core\Fit\FitMode;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\EffectiveSettings;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\FramingMemo;
use Snugfit\Shop\UndoHistory;

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
     */
    public function apply(Batch $batch, string $act, string $value, array $cells): bool
    {
        $sittings = $this->sittings($batch, $cells);
        $model = 'copy' === $act ? ($this->sittings($batch, [$value])[0] ?? null) : null;
        $limit = is_numeric($value) ? min(Product::EXTREME_LIMIT, max(1.0, (float) $value)) : null;
        $change = match ($act) {
            'orientation' => static fn (FramingMemo $memo): FramingMemo => $memo->withoutFraming()->with(orientation: OrientationRule::tryFrom($value)),
            'sits' => static fn (FramingMemo $memo): FramingMemo => $memo->withoutFraming()->with(fitMode: FitMode::tryFrom($value)),
            'looks-right' => static fn (FramingMemo $memo): FramingMemo => $memo->with(lookedAt: true),
            'copy' => null === $model ? null : static fn (FramingMemo $memo): FramingMemo => $memo->sittingAs($model->shared),
            'reset' => static fn (FramingMemo $memo): FramingMemo => new FramingMemo(alone: $memo->alone),
            default => null,
        };
        $own = match ($act) {
            'limit' => static fn (FramingMemo $memo): FramingMemo => $memo->withLimit($limit),
            'enlarge' => static fn (FramingMemo $memo): FramingMemo => $memo->with(policy: UpscalePolicy::tryFrom($value)),
            'leave-out' => static fn (FramingMemo $memo): FramingMemo => $memo->with(excluded: true),
            'take-in' => static fn (FramingMemo $memo): FramingMemo => $memo->with(excluded: false),
            'reset' => static fn (FramingMemo $memo): FramingMemo => new FramingMemo(),
            default => null,
        };
        if (null === $change && null === $own) {
            return false;
        }
        $after = [];
        foreach ($sittings as $effective) {
            if (null !== $change) {
                $after[$effective->subject()] = $change($effective->shared)->toArray();
            }
            if (null !== $own) {
                $after[$effective->ownSubject()] = $own($effective->own)->toArray();
            }
        }
        $this->history->apply($batch, self::WORDS[$act].' '.self::called($sittings), $after);

        return true;
    }

    private const WORDS = [
        'orientation' => 'Turned', 'sits' => 'Changed how to sit for', 'looks-right' => 'Found right', 'copy' => 'Copied a framing to', 'reset' => 'Reset',
        'limit' => 'Set the limit of', 'enlarge' => 'Set when to enlarge', 'leave-out' => 'Left out', 'take-in' => 'Took in',
    ];

    /** @param list<EffectiveSettings> $sittings */
    private static function called(array $sittings): string
    {
        return 1 === \count($sittings) ? \sprintf('"%s" on %s', $sittings[0]->artwork->title(), $sittings[0]->product->name) : \sprintf('%d placements', \count($sittings));
    }

    /**
     * @param list<string> $cells
     *
     * @return list<EffectiveSettings>
     */
    private function sittings(Batch $batch, array $cells): array
    {
        $products = [];
        foreach ($this->sheet->products($batch) as $product) {
            $products[$product->code] = $product;
        }
        $artworks = [];
        foreach ($this->sheet->artworks($batch) as $artwork) {
            $artworks[$artwork->id()] = $artwork;
        }
        $sittings = [];
        foreach ($cells as $cell) {
            [$id, $code] = [...explode(':', $cell, 2), ''];
            if (isset($artworks[(int) $id], $products[$code])) {
                $sittings[] = EffectiveSettings::of($artworks[(int) $id], $products[$code]);
            }
        }

        return $sittings;
    }
}
