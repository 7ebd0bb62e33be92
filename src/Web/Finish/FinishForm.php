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
use Symfony\Component\HttpFoundation\ParameterBag;

/** One step as its form tells it, put into a scope's settings. */
final readonly class FinishForm
{
    public const STEPS = ['tidy' => 'Colour tidy', 'clean' => 'Clean-up', 'sharpen' => 'Sharpening', 'marks' => 'where to sharpen', 'grain' => 'Grain', 'guard' => 'Tone guard'];

    /** @param ParameterBag<mixed> $fields */
    public function __construct(private ParameterBag $fields)
    {
    }

    /** @throws ImpossibleFinish */
    public function into(FinishSettings $settings, string $step): FinishSettings
    {
        return match ($step) {
            'tidy' => $settings->with(colourCorrection: new ColourCorrection($this->whole('strength'))),
            'clean' => $settings->with(noiseReduction: new NoiseReduction($this->whole('strength'))),
            'guard' => $settings->with(toneLimits: new ToneLimits($this->number('black'), $this->number('white'))),
            'grain' => $settings->with(grain: new Grain($this->number('amount'), Radius::parse($this->fields->getString('size', '0.1mm')))),
            'marks' => $settings->with(mask: PaintedMask::fromList(json_decode($this->fields->getString('marks', '[]'), true))),
            'sharpen' => $settings->withSharpening('suggested' === $this->fields->getString('mode') ? null : new Sharpening(
                'off' === $this->fields->getString('mode') ? 0 : $this->whole('amount'), Radius::parse($this->fields->getString('radius', '1px')), $this->whole('threshold'), $this->whole('strength', 100),
            )),
            default => throw ImpossibleFinish::field($step, implode(', ', array_keys(self::STEPS))),
        };
    }

    private function whole(string $name, int $otherwise = 0): int
    {
        return (int) round($this->number($name, $otherwise));
    }

    private function number(string $name, float $otherwise = 0.0): float
    {
        $text = str_replace(',', '.', trim($this->fields->getString($name), " %\u{a0}"));

        return '' === $text ? $otherwise : (is_numeric($text) ? (float) $text : throw new ImpossibleFinish(\sprintf('"%s" is not a number.', $text)));
    }
}
