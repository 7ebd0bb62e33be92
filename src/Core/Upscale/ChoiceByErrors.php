<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\SourceEvidence;

/**
 * The way that comes nearest, as far as a network sees beforehand. What was done to the picture says why, and stands by itself where
 * nothing else is clearly nearer.
 */
final readonly class ChoiceByErrors
{
    /** The least share of squares (0.07 dB) that a repair must save, else the picture is left as it is. */
    private const WORTH = 0.984;

    /**
     * What follows from damage alone stands for photographs, flat graphics and line art unless something else is nearer by a decibel;
     * where the kind is as sure as this (measured, networks/model-card.md).
     */
    private const CLEAR = 1.259;
    private const SURE = 0.8;

    /** Per cent: what is drawn is not focused by less, of which the most would be faithful. */
    private const LEAST_FOCUSED = 40;

    /** Illustrations are drawn or redrawn where that is nearer by 0.4 dB (measured). */
    private const DOUBT = 1.096;

    /** From which on damage is named as the reason: levels of noise, pixels of blur. */
    private const NOISY = 1.0;
    private const SOFT = 0.2;

    private function __construct(
        private Kind $kind,
        private MasterFacts $facts,
        private SourceEvidence $evidence,
        private ExpectedErrors $expected,
    ) {
    }

    public static function of(Kind $kind, MasterFacts $facts, SourceEvidence $evidence, ExpectedErrors $expected): UpscaleChoice
    {
        return (new self($kind, $facts, $evidence, $expected))->nearest();
    }

    private function nearest(): UpscaleChoice
    {
        $clean = $this->clean();
        [$way, $strength, $least] = [$clean, 100, self::WORTH * $this->squares($clean)];
        foreach (UpscaleMethod::repairs() as $repair) {
            foreach (RepairStrength::all() as $share) {
                if (!$this->isPossible($repair, $share)) {
                    continue;
                }
                $squares = $this->squares($repair, $share);
                if ($squares < $least) {
                    [$way, $strength, $least] = [$repair, $share, $squares];
                }
            }
        }
        $byDamage = $this->byDamage($least);

        return $byDamage ?? match ($way) {
            UpscaleMethod::Faithful => UpscaleChoice::plain($way, $this->state()),
            UpscaleMethod::Drawn => UpscaleChoice::drawn($this->kind, $this->facts, $this->state()),
            default => UpscaleChoice::repaired($way, $this->damage($way), $strength),
        };
    }

    /** What follows from the damage, where nothing else is clearly nearer; else null. */
    private function byDamage(float $least): ?UpscaleChoice
    {
        $isSure = $this->kind !== $this->facts->kindGuess || $this->facts->kindConfidence >= self::SURE;
        if (Kind::Illustration === $this->kind || !$isSure) {
            return null;
        }
        $choice = ChoiceByDamage::of($this->kind, $this->facts);

        return $this->squares($choice->settings->method, $choice->settings->strength) < self::CLEAR * $least ? $choice : null;
    }

    /** What comes nearest of the ways for clean pictures. */
    private function clean(): UpscaleMethod
    {
        $ways = array_filter(
            [UpscaleMethod::Faithful, UpscaleMethod::Drawn],
            fn (UpscaleMethod $way): bool => $this->isPossible($way),
        );
        usort($ways, fn (UpscaleMethod $one, UpscaleMethod $other): int => $this->squares($one) <=> $this->squares($other));

        return $ways[0] ?? UpscaleMethod::Faithful;
    }

    /** What shading needs is not for drawings, nor the other way round; what is only guessed to be an illustration may be either. */
    private function isPossible(UpscaleMethod $way, int $strength = 100): bool
    {
        $isForDrawings = UpscaleMethod::Drawn === $way->forClean();

        return match (true) {
            Kind::Illustration === $this->kind && $this->kind === $this->facts->kindGuess => true,
            $this->kind->isShaded() => !$isForDrawings,
            default => $isForDrawings || (UpscaleMethod::Focused === $way && $strength >= self::LEAST_FOCUSED),
        };
    }

    /** Mean square of what a way is expected to be off. */
    private function squares(UpscaleMethod $way, int $strength = 100): float
    {
        $expected = $this->expected;
        $doubt = Kind::Illustration === $this->kind && UpscaleMethod::Drawn === $way->forClean() ? self::DOUBT : 1.0;

        return $doubt * match ($way) {
            UpscaleMethod::Drawn, UpscaleMethod::Rebuilt => $expected->drawn,
            UpscaleMethod::Mending => $expected->mending->at($strength / 100, $expected->faithful),
            UpscaleMethod::Denoised => $expected->denoised->at($strength / 100, $expected->faithful),
            UpscaleMethod::Focused => $expected->focused->at($strength / 100, $expected->faithful),
            UpscaleMethod::Redrawn => $expected->redrawn->at($strength / 100, $expected->drawn),
            default => $expected->faithful,
        };
    }

    private function state(): string
    {
        return DamageWords::clean($this->kind, $this->evidence, $this->quality());
    }

    /** What the repair is for, as far as it shows. */
    private function damage(UpscaleMethod $repair): string
    {
        $quality = $this->quality();
        $blur = max($this->evidence->blurInFocus ?? 0.0, $this->evidence->blur);
        $isNoisy = $this->evidence->noise >= self::NOISY;

        return match (true) {
            UpscaleMethod::Focused === $repair => $blur >= self::SOFT ? DamageWords::blur($blur) : 'Soft edges',
            UpscaleMethod::Denoised === $repair => $isNoisy ? DamageWords::noise($this->evidence->noise) : 'Faint noise',
            null !== $quality && (null !== $this->evidence->savedAt || !$isNoisy) => DamageWords::jpeg($this->evidence, $quality),
            $isNoisy => DamageWords::noise($this->evidence->noise),
            default => 'Traces of damage',
        };
    }

    private function quality(): ?int
    {
        return SavedQuality::of($this->evidence, $this->facts, $this->kind->isShaded());
    }
}
