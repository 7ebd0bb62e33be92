<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Product;

/** Whether a print goes into a scene, and whether the scene suits it. */
final readonly class SceneFit
{
    /** Millimetres that a cup's print may be longer than the way round it, as it is measured. */
    private const ROUND = 1.0;

    /** How far proportions may be off on what a print covers whole. */
    private const PROPORTIONS = 0.02;

    /** A print of less than this part of the room that there is looks lost in it. */
    private const LOST = 0.13;

    /** @throws ImpossibleScene where it does not go into it true to scale */
    public static function check(Scene $scene, Hanging $hanging): void
    {
        if ([] !== $hanging->body->pieces) {
            PiecePlan::of($hanging->body, $scene);

            return;
        }
        $hung = $hanging->outer();
        $face = $hanging->body->face;
        foreach ($scene->surfaces as $surface) {
            $area = $surface->area();
            if ($surface instanceof ClothSurface && $surface->isCovered) {
                self::mustCover($scene, $face, $area);
                continue;
            }
            $tolerance = $surface instanceof RoundSurface ? self::ROUND : 0.5;
            if (!self::goesInto(SceneKind::Wall === $scene->kind ? $hung : $face, $area, $tolerance)) {
                throw ImpossibleScene::tooLarge(self::written($face), $scene->name, self::written($area));
            }
        }
    }

    /** Whether it is proposed for a product, turned the way up that it is printed. */
    public static function suits(Scene $scene, Product $product): bool
    {
        $body = PrintBody::of($product);
        $shape = ProductShape::of($product);
        try {
            self::check($scene, Hanging::bare($body));
        } catch (ImpossibleScene) {
            return false;
        }
        $area = $scene->surfaces[0]->area();
        $long = max($body->face->width->inMillimetres(), $body->face->height->inMillimetres());
        $isLost = $long < self::LOST * max($area->width->inMillimetres(), $area->height->inMillimetres());

        return !$isLost && match (true) {
            null !== $scene->madeFor => $scene->madeFor === $shape->value,
            SceneKind::Wall === $scene->kind => ProductShape::Sheet === $shape || ProductShape::Canvas === $shape,
            SceneKind::Sheet === $scene->kind => ProductShape::Sheet === $shape,
            default => false,
        };
    }

    private static function goesInto(PrintSize $print, PrintSize $area, float $tolerance): bool
    {
        return $print->width->inMillimetres() <= $area->width->inMillimetres() + $tolerance
            && $print->height->inMillimetres() <= $area->height->inMillimetres() + $tolerance;
    }

    private static function mustCover(Scene $scene, PrintSize $face, PrintSize $area): void
    {
        $off = static fn (float $one, float $other): float => abs($one / $other - 1);
        if ($off($face->width->inMillimetres(), $area->width->inMillimetres()) > self::PROPORTIONS
            || $off($face->height->inMillimetres(), $area->height->inMillimetres()) > self::PROPORTIONS) {
            throw ImpossibleScene::otherProportions(self::written($face), $scene->name, self::written($area));
        }
    }

    private static function written(PrintSize $size): string
    {
        return \sprintf('%.0f × %.0f mm', $size->width->in(Unit::Millimetre), $size->height->in(Unit::Millimetre));
    }
}
