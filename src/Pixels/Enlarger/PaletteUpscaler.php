<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\PaletteSnap;
use Snugfit\Pixels\Onnx\TensorElementType;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/**
 * Doubles flat graphics: drawn by a network, then laid onto the graphic's own few colours. Areas keep their exact colour, edges
 * are mixtures of the two colours that meet there.
 */
final class PaletteUpscaler implements TileUpscaler
{
    /** Goes up when the same picture would get other pixels. */
    private const EDITION = 3;

    /** @var array<int, PaletteSnap> by how a sample is stored */
    private array $snaps = [];

    /** @param NetworkUpscaler $network for drawings */
    public function __construct(private readonly NetworkUpscaler $network, private readonly Palette $palette)
    {
    }

    public function name(): string
    {
        return UpscaleMethod::Rebuilt->value.'-'.self::EDITION.'-'.$this->network->name();
    }

    public function doublings(): int
    {
        return $this->network->doublings();
    }

    public function piece(): int
    {
        return $this->network->piece();
    }

    public function margin(): int
    {
        return max(PaletteSnap::MARGIN, $this->network->margin());
    }

    public function enlarge(Image $piece): Image
    {
        $margin = $this->margin();
        $size = new PixelSize($piece->size()->width - 2 * $margin, $piece->size()->height - 2 * $margin);
        $near = self::inner($piece, $margin - PaletteSnap::MARGIN);
        $made = $this->network->enlarge(self::inner($piece, $margin - $this->network->margin()));
        $form = 8 === WorkingSpaceConverter::bitsOf($piece) ? BandFormat::Byte : BandFormat::SignedInt;
        $snapped = $this->snap($form)->run($near->cast($form)->samples(), $made->cast($form)->samples(), $size);

        return Image::over($snapped, $size->times(2), 3, $form, $piece->interpretation())->cast($piece->format());
    }

    /** Colours are few after each doubling. */
    public function first(int $times): self
    {
        return $this;
    }

    /** Edges of the first doubling are mixtures that the second one sharpens. */
    public function next(): self
    {
        return $this;
    }

    /** Transparency has no colours. */
    public function cover(): TileUpscaler
    {
        return $this->network;
    }

    /** Without so many pixels on every side. */
    private static function inner(Image $piece, int $less): Image
    {
        $size = $piece->size();

        return 0 === $less
            ? $piece
            : $piece->crop(new PixelWindow($less, $less, $size->width - 2 * $less, $size->height - 2 * $less))->copyToMemory();
    }

    private function snap(BandFormat $form): PaletteSnap
    {
        return $this->snaps[$form->value] ??= new PaletteSnap(
            ...BandFormat::Byte === $form ? [TensorElementType::Byte, 255.0] : [TensorElementType::Int, 65535.0],
            colours: $this->palette->levels(),
        );
    }
}
