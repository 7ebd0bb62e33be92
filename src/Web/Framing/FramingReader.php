<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\FitMode;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Product\OrientationRule;
use Symfony\Component\HttpFoundation\ParameterBag;

/** Reads how a picture shall sit from a request's fields; what is left out or makes no sense stays as it is. */
final class FramingReader
{
    /** @param ParameterBag<mixed> $fields */
    public static function in(ParameterBag $fields, Framing $now): Framing
    {
        $now = $fields->has('reset') ? $now->unmoved() : $now;
        $text = static fn (string $name): string => \is_scalar($fields->all()[$name] ?? null) ? (string) $fields->all()[$name] : '';
        $number = static fn (string $name, float $else): float => is_numeric($text($name)) && is_finite((float) $text($name)) ? (float) $text($name) : $else;
        $transform = $now->transform;

        return $now->with(
            orientation: OrientationRule::tryFrom($text('orientation')),
            position: $fields->has('x') && !$fields->has('reset') ? new CropPosition($number('x', 0.5), $number('y', 0.5), $number('zoom', 1.0)) : null,
            transform: new ImageTransform(
                QuarterTurn::tryFrom((int) $number('turn', $transform->turn->value)) ?? $transform->turn,
                '' === $text('flip') ? $transform->flip : '1' === $text('flip'),
                $number('tilt', $transform->tilt),
            ),
            fitMode: FitMode::tryFrom($text('sits')),
            edgeFill: EdgeFill::tryFrom($text('edge')),
            colour: 1 === preg_match('/^#?([0-9a-f]{6})$/i', $text('colour'), $part) ? strtolower($part[1]) : null,
            bleedSource: BleedSource::tryFrom($text('bled')),
        );
    }
}
