<?php

declare(strict_types=1);

namespace Snugfit\Core\Delivery;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Orientation;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;

/** Holds a print file from elsewhere against a product: would a shop that offers it take this file? */
final readonly class ExternalFilePreflight
{
    /** Share by which a tag may be off what the pixels make on the product: programs round it. */
    private const TAG_SLACK = 0.005;

    /** @return non-empty-list<PreflightFinding> */
    public function check(Product $product, PrintFileFacts $file): array
    {
        $product = $this->turnedLike($product->sizedFor($file->size), $file->size);
        $profile = $product->colour->profile;
        $formats = array_map(static fn (FileFormat $format): string => $format->label(), $product->formats);
        $mayBeTransparent = $product->wantsTransparency ? 'kept or none' : 'none';

        return [
            Preflight::complete($file),
            new PreflightFinding(
                'Format',
                implode(' or ', $formats),
                $file->format?->label() ?? 'another',
                null !== $file->format && \in_array($file->format, $product->formats, true),
            ),
            ...$this->pixels($product, $file),
            ...Preflight::colours($profile, $file),
            new PreflightFinding(
                'Transparency',
                $mayBeTransparent,
                $file->transparent ? 'kept' : 'none',
                $product->wantsTransparency || !$file->transparent,
            ),
            new PreflightFinding('Depth', '8 or 16 bits', $file->bits.' bits', 8 === $file->bits || 16 === $file->bits),
            Preflight::size($file, $product->maxBytes),
            ...FileFormat::Pdf === $file->format ? Preflight::boxes($product->trim, null, $file) : [],
        ];
    }

    /** @return list<PreflightFinding> */
    private function pixels(Product $product, PrintFileFacts $file): array
    {
        $area = $product->printArea();
        $wanted = $area->pixelsAt($product->target);
        $across = Ppi::across($file->size->width, $area->width);
        $down = Ppi::across($file->size->height, $area->height);
        // A side is whole pixels, so the two may differ by what half a pixel makes on each.
        $even =
            abs($across->value - $down->value) <= 0.5 * ($across->value / $file->size->width + $down->value / $file->size->height) + 1e-9;
        $least = $across->lesser($down);
        $tag = static fn (float $value, float $right): bool => abs($value - $right) <= max(0.02, self::TAG_SLACK * $right);
        $hasTag = FileFormat::Webp !== $file->format;

        return [
            new PreflightFinding(
                'Proportions',
                (string) $wanted->width.' : '.$wanted->height,
                (string) $file->size->width.' : '.$file->size->height,
                $even,
            ),
            new PreflightFinding(
                'Pixels',
                \sprintf('%s (%s ppi), at least %s ppi', $wanted, round($product->target->value, 1), round($product->floor->value, 1)),
                \sprintf('%s (%s ppi)', $file->size, round($least->value, 1)),
                $least->isAtLeast($product->floor),
            ),
            ...$hasTag
                ? [
                    new PreflightFinding(
                        'ppi tag',
                        (string) round($least->value, 1),
                        \sprintf('%s × %s', round($file->ppiAcross, 1), round($file->ppiDown, 1)),
                        $tag($file->ppiAcross, $across->value) && $tag($file->ppiDown, $down->value),
                    ),
                ]
                : [],
        ];
    }

    /** The way up that the file lies, where the product may lie so. */
    private function turnedLike(Product $product, PixelSize $file): Product
    {
        $lies = $file->width > $file->height ? Orientation::Landscape : Orientation::Portrait;
        $isOther = Orientation::Square !== $product->orientation() && $product->orientation() !== $lies;
        $mayTurn = match ($product->rule) {
            OrientationRule::Either => true,
            OrientationRule::Portrait => Orientation::Portrait === $lies,
            OrientationRule::Landscape => Orientation::Landscape === $lies,
        };

        return $isOther && $mayTurn ? $product->turned() : $product;
    }
}
