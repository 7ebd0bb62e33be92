<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Product;

/**
 * What a person asked of finishing at one place: the whole batch, a picture, a family of products, a product. A step that
 * is null was not spoken of there and is as at the next wider place; one of no strength is switched off.
 */
final readonly class FinishSettings
{
    private const FIELDS = ['tidy', 'clean', 'sharpen', 'marks', 'grain', 'guard'];

    public function __construct(
        public ?ColourCorrection $colourCorrection = null,
        public ?NoiseReduction $noiseReduction = null,
        /** Its marks stand apart, since they belong to the picture. */
        public ?Sharpening $sharpening = null,
        public ?PaintedMask $mask = null,
        public ?Grain $grain = null,
        public ?ToneLimits $toneLimits = null,
        /** Sharpen as it suits the kind of picture and the product. */
        public bool $suggested = false,
    ) {
    }

    public function isSilent(): bool
    {
        return $this == new self();
    }

    /** With what a wider place says where this one is silent. */
    public function over(self $wider): self
    {
        $speaksOfSharpening = null !== $this->sharpening || $this->suggested;

        return new self(
            $this->colourCorrection ?? $wider->colourCorrection,
            $this->noiseReduction ?? $wider->noiseReduction,
            $speaksOfSharpening ? $this->sharpening : $wider->sharpening,
            $this->mask ?? $wider->mask,
            $this->grain ?? $wider->grain,
            $this->toneLimits ?? $wider->toneLimits,
            $speaksOfSharpening ? $this->suggested : $wider->suggested,
        );
    }

    /** What of wishes for many pictures counts for one of a kind: few solid colours are never tidied by the way. */
    public function amongMany(Kind $kind): self
    {
        return ColourCorrection::suits($kind)
            ? $this
            : new self(null, $this->noiseReduction, $this->sharpening, $this->mask, $this->grain, $this->toneLimits, $this->suggested);
    }

    /** @throws ImpossibleFinish where a radius is too small or large at this ppi */
    public function finish(Kind $kind, Product $product, Ppi $ppi): Finish
    {
        $sharpening = $this->suggested ? Sharpening::suggestedFor($kind, $product) : $this->sharpening;
        $mask = null === $this->mask || $this->mask->isEmpty() ? null : $this->mask;

        return new Finish(
            null === $this->colourCorrection || $this->colourCorrection->isOff() ? null : $this->colourCorrection,
            null === $this->noiseReduction || $this->noiseReduction->isOff() ? null : $this->noiseReduction,
            null === $sharpening || $sharpening->isOff() ? null : $sharpening->with($mask)->at($ppi),
            null === $this->grain || $this->grain->isOff() ? null : $this->grain->at($ppi),
            null === $this->toneLimits || $this->toneLimits->isOff() ? null : $this->toneLimits,
        );
    }

    public function with(
        ?ColourCorrection $colourCorrection = null,
        ?NoiseReduction $noiseReduction = null,
        ?PaintedMask $mask = null,
        ?Grain $grain = null,
        ?ToneLimits $toneLimits = null,
    ): self {
        return new self(
            $colourCorrection ?? $this->colourCorrection,
            $noiseReduction ?? $this->noiseReduction,
            $this->sharpening,
            $mask ?? $this->mask,
            $grain ?? $this->grain,
            $toneLimits ?? $this->toneLimits,
            $this->suggested,
        );
    }

    /** @param ?Sharpening $sharpening as it suits the picture where null */
    public function withSharpening(?Sharpening $sharpening): self
    {
        return new self(
            $this->colourCorrection,
            $this->noiseReduction,
            $sharpening,
            $this->mask,
            $this->grain,
            $this->toneLimits,
            null === $sharpening,
        );
    }

    /** Silent on one step again. */
    public function silentOn(string $step): self
    {
        $fields = $this->toArray();
        unset($fields[$step]);

        return self::fromRecord(JsonReader::of($fields, 'a finish'));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return array_filter(
            [
                'clean' => $this->noiseReduction?->strength,
                'grain' => $this->grain?->toArray(),
                'guard' => $this->toneLimits?->toArray(),
                'marks' => $this->mask?->toSettings(),
                'sharpen' => $this->suggested ? 'suggested' : $this->sharpening?->toArray(),
                'tidy' => $this->colourCorrection?->strength,
            ],
            static fn (mixed $value): bool => null !== $value,
        );
    }

    /**
     * Reads {"tidy": 40, "clean": 8, "sharpen": {"amount": 75, "radius": "1px", "threshold": 2, "strength": 100} or
     * "suggested", "marks": [{"points": [[4000, 3000]], "radius": 800, "away": false}], "grain": {"amount": 3, "size":
     * "0.15mm"}, "guard": {"black": 2, "white": 2}}; any may be missing.
     *
     * @throws ImpossibleFinish|MalformedJson
     */
    public static function fromRecord(JsonReader $record): self
    {
        foreach (array_keys($record->toArray()) as $name) {
            if (!\in_array($name, self::FIELDS, true)) {
                throw ImpossibleFinish::field((string) $name, implode(', ', self::FIELDS));
            }
        }
        $sharpening = $record->toArray()['sharpen'] ?? null;
        $grain = $record->has('grain') ? $record->record('grain') : null;
        $toneLimits = $record->has('guard') ? $record->record('guard') : null;

        return new self(
            $record->has('tidy') ? new ColourCorrection($record->int('tidy')) : null,
            $record->has('clean') ? new NoiseReduction($record->int('clean')) : null,
            \is_array($sharpening) ? self::sharpening($record->record('sharpen')) : null,
            $record->has('marks') ? PaintedMask::fromSettings($record->toArray()['marks']) : null,
            null === $grain ? null : new Grain($grain->float('amount'), Radius::parse($grain->optionalString('size') ?? '0.1mm')),
            null === $toneLimits
                ? null
                : new ToneLimits($toneLimits->optionalFloat('black') ?? 0.0, $toneLimits->optionalFloat('white') ?? 0.0),
            match (true) {
                'suggested' === $sharpening => true,
                null === $sharpening, \is_array($sharpening) => false,
                default => throw MalformedJson::field('a finish', 'sharpen', 'a record, or "suggested"'),
            },
        );
    }

    private static function sharpening(JsonReader $record): Sharpening
    {
        return new Sharpening(
            $record->int('amount'),
            Radius::parse($record->optionalString('radius') ?? '1px'),
            $record->optionalInt('threshold') ?? 0,
            $record->optionalInt('strength') ?? 100,
        );
    }
}
