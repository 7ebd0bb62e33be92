<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\Onnx\Network;
use Snugfit\Pixels\Onnx\TensorElementType;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;

/** Doubles by one of the project's own networks. */
final class NetworkUpscaler implements TileUpscaler
{
    /** Sides of pieces (measured: smaller ones are slower, larger ones take more memory, of which quick needs little). */
    private const PIECE = 256;
    private const PIECE_QUICK = 512;

    /** Pixels that one pixel of the result depends on, to each side: a network's layers and two more, twice that for mending's. */
    private const MARGIN = 8;
    private const MARGIN_QUICK = 6;
    private const MARGIN_MENDING = 24;
    private const MARGIN_TEXTURED = 9;

    /** The mending network looks at squares of so many pixels, which begin where the picture does. */
    private const SQUARE_MENDING = 2;

    /** @var array<int, Network> by the bits of a sample */
    private array $networks = [];

    /** @param bool $isCover of transparency, which has no texture */
    public function __construct(
        private readonly UpscaleSettings $upscale,
        private readonly int $threads = 1,
        private readonly bool $isCover = false,
    ) {
    }

    public function name(): string
    {
        $share = $this->hasShare() ? '-'.$this->upscale->strength : '';

        return $this->graph().$share.'-'.UpscaleMethod::NETWORKS;
    }

    public function piece(): int
    {
        return Effort::Quick === $this->upscale->effort ? self::PIECE_QUICK : self::PIECE;
    }

    public function margin(): int
    {
        return match (true) {
            Effort::Quick === $this->upscale->effort => self::MARGIN_QUICK,
            $this->isMending() => self::MARGIN_MENDING,
            UpscaleMethod::Textured->value === $this->graph() => self::MARGIN_TEXTURED,
            default => self::MARGIN,
        };
    }

    public function double(Image $piece): Image
    {
        $bits = WorkingSpaceConverter::bitsOf($piece);
        $network = $this->network($bits);
        $size = new PixelSize($piece->size()->width - 2 * $network->margin, $piece->size()->height - 2 * $network->margin);
        $square = $this->isMending() ? self::SQUARE_MENDING : 1;
        $full = new PixelSize($square * (int) ceil($size->width / $square), $square * (int) ceil($size->height / $square));
        $wide = $full->equals($size)
            ? $piece
            : $piece->embed(0, 0, new PixelSize($full->width + 2 * $network->margin, $full->height + 2 * $network->margin), Extend::Copy);
        $form = 8 === $bits ? BandFormat::Byte : BandFormat::SignedInt;
        $given = $wide->cast($form);
        $made = Image::over($network->run($given->samples(), $full), $full->times(2), 3, $form, $piece->interpretation())->cast(
            $piece->format(),
        );

        return $full->equals($size) ? $made : $made->crop(PixelWindow::whole($size->times(2)));
    }

    /** What is mended once is clean: a second mending would only take detail away (measured). */
    public function next(): self
    {
        return $this->isMending()
            ? new self(new UpscaleSettings(UpscaleMethod::Faithful, 100, $this->upscale->effort), $this->threads)
            : $this;
    }

    public function cover(): self
    {
        return UpscaleMethod::Textured === $this->upscale->method ? new self($this->upscale, $this->threads, true) : $this;
    }

    /** For samples of so many bits; opened once. */
    public function network(int $bits): Network
    {
        return $this->networks[$bits] ??= $this->open($bits);
    }

    private function open(int $bits): Network
    {
        [$most, $graph, $element] =
            8 === $bits ? [255.0, $this->graph(), TensorElementType::Byte] : [65535.0, $this->graph().'-deep', TensorElementType::Int];

        return new Network(
            $graph,
            $element,
            $this->margin(),
            $this->hasShare() ? [$most, $this->isCover ? 0.0 : $this->upscale->strength / 100] : [$most],
            $this->threads,
        );
    }

    private function graph(): string
    {
        return match (true) {
            Effort::Quick === $this->upscale->effort => 'quick',
            UpscaleMethod::Textured === $this->upscale->method => 0 === $this->upscale->strength
                ? UpscaleMethod::Faithful->value
                : UpscaleMethod::Textured->value,
            $this->isBlend() => 'mending-blend',
            UpscaleMethod::Rebuilt === $this->upscale->method => UpscaleMethod::Drawn->value,
            UpscaleMethod::Mending === $this->upscale->method && 0 === $this->upscale->strength => UpscaleMethod::Faithful->value,
            default => $this->upscale->method->value,
        }.(Effort::Best === $this->upscale->effort && !$this->isBlend() ? '-best' : '');
    }

    private function isMending(): bool
    {
        return str_starts_with($this->graph(), UpscaleMethod::Mending->value);
    }

    /** Whether the graph is asked for a part of a way. */
    private function hasShare(): bool
    {
        return $this->isBlend() || UpscaleMethod::Textured->value === $this->graph();
    }

    private function isBlend(): bool
    {
        return UpscaleMethod::Mending === $this->upscale->method &&
            Effort::Quick !== $this->upscale->effort &&
            !\in_array($this->upscale->strength, [0, 100], true);
    }
}
