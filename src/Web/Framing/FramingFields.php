<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Product\OrientationRule;

/**
 * How a picture shall sit, as the framing room sends it, be it to see what would come of it or to keep it. What is left out
 * or makes no sense stays as it is: a hand in motion sends many, and none of them may stop it.
 */
final readonly class FramingFields
{
    public function __construct(
        /** The window's centre in shares of the picture, and how far it is zoomed in; all three, or none. */
        public string|int|float|null $x = null,
        public string|int|float|null $y = null,
        public string|int|float|null $zoom = null,
        /** Anything: back to where nobody moved or zoomed. */
        public string|int|bool|null $reset = null,
        public ?string $orientation = null,
        public string|int|null $turn = null,
        public string|int|bool|null $flip = null,
        /** Degrees. */
        public string|int|float|null $tilt = null,
        public ?string $sits = null,
        public ?string $edge = null,
        public ?string $colour = null,
        public ?string $bled = null,
        public string|int|bool|null $margins = null,
    ) {
    }

    /** @param FractionBox $part of its master that the picture is */
    public function framing(Framing $now, FractionBox $part): Framing
    {
        $isReset = null !== $this->reset;
        $now = $isReset ? $now->unmoved() : $now;
        $transform = $now->transform;

        return $now->with(
            orientation: OrientationRule::tryFrom($this->orientation ?? ''),
            position: null === $this->x || $isReset ? null : new CropPosition(
                self::number($this->x, 0.5), self::number($this->y, 0.5), self::number($this->zoom, 1.0), $part,
            ),
            transform: new ImageTransform(
                QuarterTurn::tryFrom((int) self::number($this->turn, $transform->turn->value)) ?? $transform->turn,
                null === $this->flip || '' === $this->flip ? $transform->flip : filter_var($this->flip, \FILTER_VALIDATE_BOOL),
                self::number($this->tilt, $transform->tilt),
            ),
            fitMode: FitMode::tryFrom($this->sits ?? ''),
            edgeFill: EdgeFill::tryFrom($this->edge ?? ''),
            colour: 1 === preg_match('/^#?([0-9a-f]{6})$/i', $this->colour ?? '', $part) ? strtolower($part[1]) : null,
            bleedSource: BleedSource::tryFrom($this->bled ?? ''),
            keepsMargins: null === $this->margins || '' === $this->margins ? null : filter_var($this->margins, \FILTER_VALIDATE_BOOL),
        );
    }

    private static function number(string|int|float|null $value, float $otherwise): float
    {
        return is_numeric($value) && is_finite((float) $value) ? (float) $value : $otherwise;
    }
}
