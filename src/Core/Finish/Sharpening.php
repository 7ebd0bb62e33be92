<?php

declare(strict_types=1);

namespace Snugfit\Core\Finish;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\PaintedMask;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Product;

/**
 * Output sharpening at the final size. What a Gaussian of the radius takes away from the brightness is the detail;
 * what of it exceeds the threshold is added again to all channels alike, so that no colour shifts:
 * out = in + strength × amount × mark × (|detail| − threshold, with the detail's sign). Unsharp masking, common practice.
 */
final readonly class Sharpening
{
    public const MOST_AMOUNT = 300;
    public const MOST_THRESHOLD = 50;
    public const MOST_PIXELS = 50.0;

    /** Brightness of encoded red, green and blue (ITU-R BT.601). */
    public const BRIGHTNESS = [0.299, 0.587, 0.114];

    /** Inches; a print in the hand. */
    private const IN_HAND = 12.0;

    public function __construct(
        /** Per cent of the detail. Common practice: 70 to 80. */
        public int $amount,
        public Radius $radius,
        /** Levels of 255 that a difference must exceed. */
        public int $threshold = 0,
        /** Per cent: applied too much, then lowered. */
        public int $strength = 100,
        /** Where; everywhere where null. */
        public ?PaintedMask $mask = null,
    ) {
        ImpossibleFinish::unlessWithin('The amount of sharpening', $amount, 0, self::MOST_AMOUNT, 'per cent');
        ImpossibleFinish::unlessWithin('The threshold of sharpening', $threshold, 0, self::MOST_THRESHOLD, 'levels');
        ImpossibleFinish::unlessWithin('The strength of sharpening', $strength, 0, 100, 'per cent');
    }

    public function isOff(): bool
    {
        return 0 === $this->amount || 0 === $this->strength;
    }

    /**
     * What suits a kind of picture on a product. The radius is what the eye just resolves there: one arc minute, 1.05
     * pixels at 300 ppi in the hand. Drawn edges are sharp already and would only get halos.
     */
    public static function suggested(Kind $kind, ?Length $viewingDistance): self
    {
        $amount = match ($kind) {
            Kind::Photo => 75,
            Kind::Illustration => 60,
            Kind::LineArt => 40,
            Kind::FlatGraphic, Kind::PixelArt => 0,
        };
        $distance =
            null === $viewingDistance || $viewingDistance->inInches() < self::IN_HAND ? Length::inches(self::IN_HAND) : $viewingDistance;

        return new self(
            $amount,
            Radius::onPaper(Length::millimetres(round(25.4 / Ppi::resolvedAt($distance)->value, 3))),
            Kind::Photo === $kind ? 2 : 0,
        );
    }

    public static function suggestedFor(Kind $kind, Product $product): self
    {
        return self::suggested($kind, $product->viewingDistance);
    }

    /** The detail's share that is added again. */
    public function gain(): float
    {
        return (($this->amount / 100) * $this->strength) / 100;
    }

    public function with(?PaintedMask $mask): self
    {
        return new self($this->amount, $this->radius, $this->threshold, $this->strength, $mask);
    }

    /** With its radius in pixels, as a recipe holds it. */
    public function at(Ppi $ppi): self
    {
        $pixels = $this->radius->inPixels($ppi);
        ImpossibleFinish::unlessWithin('The radius of sharpening', $pixels, 0.3, self::MOST_PIXELS, 'pixels');

        return new self($this->amount, Radius::pixels($pixels), $this->threshold, $this->strength, $this->mask);
    }

    /** @return array<string, mixed> keys in alphabetical order, without the marks */
    public function toArray(): array
    {
        return [
            'amount' => $this->amount,
            'radius' => (string) $this->radius,
            'strength' => $this->strength,
            'threshold' => $this->threshold,
        ];
    }
}
