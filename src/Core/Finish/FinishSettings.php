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
        public ?ColourCorrection $tidy = null,
        public ?NoiseReduction $clean = null,
        /** Its marks stand apart, since they belong to the picture. */
        public ?Sharpening $sharpen = null,
        public ?PaintedMask $marks = null,
        public ?Grain $grain = null,
        public ?ToneLimits $guard = null,
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
        $speaksOfSharpening = null !== $this->sharpen || $this->suggested;

        return new self(
            $this->tidy ?? $wider->tidy, $this->clean ?? $wider->clean, $speaksOfSharpening ? $this->sharpen : $wider->sharpen, $this->marks ?? $wider->marks,
            $this->grain ?? $wider->grain, $this->guard ?? $wider->guard, $speaksOfSharpening ? $this->suggested : $wider->suggested,
        );
    }

    /** What of wishes for many pictures counts for one of a kind: few solid colours are never tidied by the way. */
    public function amongMany(Kind $kind): self
    {
        return ColourCorrection::suits($kind) ? $this : new self(null, $this->clean, $this->sharpen, $this->marks, $this->grain, $this->guard, $this->suggested);
    }

    /** @throws ImpossibleFinish where a radius is too small or large at this ppi */
    public function finish(Kind $kind, Product $product, Ppi $ppi): Finish
    {
        $sharpen = $this->suggested ? Sharpening::suggestedFor($kind, $product) : $this->sharpen;
        $marks = null === $this->marks || $this->marks->isEmpty() ? null : $this->marks;

        return new Finish(
            null === $this->tidy || $this->tidy->isOff() ? null : $this->tidy,
            null === $this->clean || $this->clean->isOff() ? null : $this->clean,
            null === $sharpen || $sharpen->isOff() ? null : $sharpen->with($marks)->at($ppi),
            null === $this->grain || $this->grain->isOff() ? null : $this->grain->at($ppi),
            null === $this->guard || $this->guard->isOff() ? null : $this->guard,
        );
    }

    public function with(?ColourCorrection $tidy = null, ?NoiseReduction $clean = null, ?PaintedMask $marks = null, ?Grain $grain = null, ?ToneLimits $guard = null): self
    {
        return new self($tidy ?? $this->tidy, $clean ?? $this->clean, $this->sharpen, $marks ?? $this->marks, $grain ?? $this->grain, $guard ?? $this->guard, $this->suggested);
    }

    /** @param ?Sharpening $sharpen as it suits the picture where null */
    public function withSharpening(?Sharpening $sharpen): self
    {
        return new self($this->tidy, $this->clean, $sharpen, $this->marks, $this->grain, $this->guard, null === $sharpen);
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
        return array_filter([
            'clean' => $this->clean?->strength, 'grain' => $this->grain?->toArray(), 'guard' => $this->guard?->toArray(), 'marks' => $this->marks?->toList(),
            'sharpen' => $this->suggested ? 'suggested' : $this->sharpen?->toArray(), 'tidy' => $this->tidy?->strength,
        ], static fn (mixed $value): bool => null !== $value);
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
        $sharpen = $record->toArray()['sharpen'] ?? null;
        $grain = $record->has('grain') ? $record->record('grain') : null;
        $guard = $record->has('guard') ? $record->record('guard') : null;

        return new self(
            $record->has('tidy') ? new ColourCorrection($record->int('tidy')) : null,
            $record->has('clean') ? new NoiseReduction($record->int('clean')) : null,
            \is_array($sharpen) ? self::sharpening($record->record('sharpen')) : null,
            $record->has('marks') ? PaintedMask::fromList($record->toArray()['marks']) : null,
            null === $grain ? null : new Grain($grain->float('amount'), Radius::parse($grain->optionalString('size') ?? '0.1mm')),
            null === $guard ? null : new ToneLimits($guard->optionalFloat('black') ?? 0.0, $guard->optionalFloat('white') ?? 0.0),
            match (true) {
                'suggested' === $sharpen => true,
                null === $sharpen, \is_array($sharpen) => false,
                default => throw MalformedJson::field('a finish', 'sharpen', 'a record, or "suggested"'),
            },
        );
    }

    private static function sharpening(JsonReader $record): Sharpening
    {
        return new Sharpening($record->int('amount'), Radius::parse($record->optionalString('radius') ?? '1px'), $record->optionalInt('threshold') ?? 0, $record->optionalInt('strength') ?? 100);
    }
}
