<?php

declare(strict_types=1);

namespace Snugfit\Core\Upscale;

use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\SourceEvidence;

/** The way that comes nearest, as far as a network sees beforehand. What was done to the picture only says why. */
final readonly class ChoiceByErrors
{
    /** The least share of squares (0.07 dB) that a repair must save, else the picture is left as it is. */
    private const WORTH = 0.984;

    /**
     * Damage alone tells well what is best for photographs: something else has to be nearer by two decibels, and it has to be sure that it
     * is one (both measured, networks/model-card.md).
     */
    private const CLEAR = 1.585;
    private const SURE = 0.8;

    /** Illustrations are drawn or redrawn where that is nearer by 0.4 dB (measured). */
    private const DOUBT = 1.096;

    /** From which on damage is named as the reason: levels of noise, pixels of blur. */
    private const NOISY = 1.0;
    private const SOFT = 0.2;

    private const REPAIRS = [UpscaleMethod::Mending, UpscaleMethod::Denoised, UpscaleMethod::Focused, UpscaleMethod::Redrawn];

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
        foreach (self::REPAIRS as $repair) {
            for ($share = RepairStrength::STEP; $share <= 100 && $this->isPossible($repair->forClean()); $share += RepairStrength::STEP) {
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

    /** What follows from the damage, of a photograph that nothing else is clearly nearer for; else null. */
    private function byDamage(float $least): ?UpscaleChoice
    {
        $isSure = $this->kind !== $this->facts->kindGuess || $this->facts->kindConfidence >= self::SURE;
        if (Kind::Photo !== $this->kind || !$isSure) {
            return null;
        }
        $choice = ChoiceByDamage::of($this->kind, $this->facts);

        return $this->squares($choice->settings->method, $choice->settings->strength) < self::CLEAR * $least ? $choice : null;
    }

    /** What comes nearest of the ways for clean pictures. */
    private function clean(): UpscaleMethod
    {
        $ways = array_filter([UpscaleMethod::Faithful, UpscaleMethod::Drawn], $this->isPossible(...));
        usort($ways, fn (UpscaleMethod $one, UpscaleMethod $other): int => $this->squares($one) <=> $this->squares($other));

        return $ways[0] ?? UpscaleMethod::Faithful;
    }

    /** A person's word on the kind stands; of guesses, only that of a photograph binds. */
    private function isPossible(UpscaleMethod $clean): bool
    {
        return ($this->kind === $this->facts->kindGuess && Kind::Photo !== $this->kind)
            || $this->kind->isShaded() === (UpscaleMethod::Faithful === $clean);
    }

    /** Mean square of what a way is expected to be off. */
    private function squares(UpscaleMethod $way, int $strength = 100): float
    {
        $expected = $this->expected;
        $doubt = Kind::Illustration === $this->kind && UpscaleMethod::Drawn === $way->forClean() ? self::DOUBT : 1.0;

        return $doubt * match ($way) {
            UpscaleMethod::Drawn => $expected->drawn,
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
