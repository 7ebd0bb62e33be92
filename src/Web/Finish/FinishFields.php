<?php

declare(strict_types=1);

namespace Snugfit\Web\Finish;

use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Finish\ColourCorrection;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Finish\Grain;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Finish\NoiseReduction;
use Snugfit\Core\Finish\Radius;
use Snugfit\Core\Finish\Sharpening;
use Snugfit\Core\Finish\ToneLimits;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\FractionBox;
use Symfony\Component\Validator\Constraints as Assert;

/** One step of finishing, as the finish room sends it. */
final readonly class FinishFields
{
    public const STEPS = [
        'tidy' => 'Colour tidy',
        'clean' => 'Clean-up',
        'sharpen' => 'Sharpening',
        'marks' => 'where to sharpen',
        'grain' => 'Grain',
        'guard' => 'Tone guard',
    ];

    /** @param list<array<string, mixed>> $marks */
    public function __construct(
        #[Assert\Choice(callback: [self::class, 'steps'], message: 'There is no such step.')] public string $step,
        /** The scope that it is set at. */
        public string $for = 'picture',
        /** Left to the wider scopes. */
        public bool $silent = false,
        public string|int|float $strength = '',
        public string|int|float $amount = '',
        public string|int|float $black = '',
        public string|int|float $white = '',
        public string|int|float $threshold = '',
        /** On paper or in pixels of the print, like 0.1mm. */
        public string $size = '0.1mm',
        public string $radius = '1px',
        /** Of sharpening: as suggested, off, or as the figures say. */
        public string $mode = '',
        public array $marks = [],
    ) {
    }

    /** @return list<string> */
    public static function steps(): array
    {
        return array_keys(self::STEPS);
    }

    /**
     * @param FractionBox $part of the master that the picture is, on which marks were painted
     *
     * @throws ImpossibleFinish|MalformedJson
     */
    public function into(FinishSettings $settings, FractionBox $part): FinishSettings
    {
        return match ($this->step) {
            'tidy' => $settings->with(colourCorrection: new ColourCorrection(self::whole($this->strength))),
            'clean' => $settings->with(noiseReduction: new NoiseReduction(self::whole($this->strength))),
            'guard' => $settings->with(toneLimits: new ToneLimits(self::number($this->black), self::number($this->white))),
            'grain' => $settings->with(grain: new Grain(self::number($this->amount), Radius::parse($this->size))),
            'marks' => $settings->with(mask: PaintedMask::fromList($this->marks)->on($part)),
            'sharpen' => $settings->withSharpening($this->sharpening()),
            default => throw ImpossibleFinish::field($this->step, implode(', ', self::steps())),
        };
    }

    /** Null for what is suggested. */
    private function sharpening(): ?Sharpening
    {
        if ('suggested' === $this->mode) {
            return null;
        }
        $amount = 'off' === $this->mode ? 0 : self::whole($this->amount);

        return new Sharpening($amount, Radius::parse($this->radius), self::whole($this->threshold), self::whole($this->strength, 100));
    }

    private static function whole(string|int|float $value, int $otherwise = 0): int
    {
        return (int) round(self::number($value, $otherwise));
    }

    private static function number(string|int|float $value, float $otherwise = 0.0): float
    {
        $text = str_replace(',', '.', trim((string) $value, " %\u{a0}"));

        return '' === $text ? $otherwise : (is_numeric($text) ? (float) $text : throw ImpossibleFinish::number($text));
    }
}
