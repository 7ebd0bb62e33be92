<?php

declare(strict_types=1);

namespace Snugfit\Web\Framing;

use Snugfit\Core\Fit\Bled;
use Snugfit\Core\Fit\Edge;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\Pose;
use Snugfit\Core\Fit\Sits;
use Snugfit\Core\Fit\Turn;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Shop\Entity\FramingMemo;
use Symfony\Component\HttpFoundation\ParameterBag;

/** Reads how a picture shall sit from a request's fields; what is left out or makes no sense stays as it is. */
final class Wished
{
    /** @param ParameterBag<mixed> $fields */
    public static function in(ParameterBag $fields, FramingMemo $now): FramingMemo
    {
        $memo = $fields->has('reset') ? $now->withoutFraming() : $now;
        $text = static fn (string $name): string => \is_scalar($fields->all()[$name] ?? null) ? (string) $fields->all()[$name] : '';
        $number = static fn (string $name, float $else): float => is_numeric($text($name)) && is_finite((float) $text($name)) ? (float) $text($name) : $else;
        $pose = $memo->pose;

        return $memo->with(
            orientation: OrientationRule::tryFrom($text('orientation')),
            framing: $fields->has('x') && !$fields->has('reset') ? new Framing($number('x', 0.5), $number('y', 0.5), $number('zoom', 1.0)) : null,
            pose: new Pose(
                Turn::tryFrom((int) $number('turn', $pose->turn->value)) ?? $pose->turn,
                '' === $text('flip') ? $pose->flip : '1' === $text('flip'),
                $number('tilt', $pose->tilt),
            ),
            sits: Sits::tryFrom($text('sits')),
            edge: Edge::tryFrom($text('edge')),
            colour: 1 === preg_match('/^#?([0-9a-f]{6})$/i', $text('colour'), $part) ? strtolower($part[1]) : null,
            bled: Bled::tryFrom($text('bled')),
        );
    }
}
