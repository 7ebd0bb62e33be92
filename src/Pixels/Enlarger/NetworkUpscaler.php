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

/** Enlarges by one of the project's own networks. */
final class NetworkUpscaler implements TileUpscaler
{
    /** Sides of pieces (measured: smaller ones are slower, larger ones take more memory, of which quick needs little). */
    private const PIECE = 256;
    private const PIECE_QUICK = 512;

    /** Pixels that one pixel of the result depends on, to each side: a network's layers and two more, twice that for wide ones. */
    private const MARGIN = 8;
    private const MARGIN_QUICK = 6;
    private const MARGIN_WIDE = 24;
    private const MARGIN_TEXTURED = 9;
    private const MARGIN_FOURFOLD = 14;

    /** Wide networks look at squares of so many pixels, which begin where the picture does. */
    private const SQUARE_WIDE = 2;

    /** What outlines are found by: drawn as it was first trained, to which their fitting was set. */
    private const OUTLINED = 'drawn-first';

    /** What makes clean sources four times as large at once, closer to the truth than two doublings in the same time. */
    private const FOURFOLD = 'fourfold';

    /** @var array<int, Network> by the bits of a sample */
    private array $networks = [];

    /**
     * @param bool $isCover    of transparency, which has no texture
     * @param bool $isOutlined for outlines
     * @param bool $isFourfold four times as large at once
     */
    public function __construct(
        private readonly UpscaleSettings $upscale,
        private readonly int $threads = 1,
        private readonly bool $isCover = false,
        private readonly bool $isOutlined = false,
        private readonly bool $isFourfold = false,
    ) {
    }

    /** Doubles a drawing so that outlines are found in it. */
    public static function forOutlines(int $threads): self
    {
        return new self(new UpscaleSettings(UpscaleMethod::Drawn), $threads, isOutlined: true);
    }

    public function name(): string
    {
        $share = $this->hasShare() ? '-'.$this->upscale->strength : '';

        return $this->graph().$share.'-'.$this->upscale->networks($this->doublings());
    }

    public function doublings(): int
    {
        return $this->isFourfold ? UpscaleSettings::FOURFOLD : 1;
    }

    public function piece(): int
    {
        return Effort::Quick === $this->upscale->effort ? self::PIECE_QUICK : self::PIECE;
    }

    public function margin(): int
    {
        return match (true) {
            Effort::Quick === $this->upscale->effort => self::MARGIN_QUICK,
            $this->isFourfold => self::MARGIN_FOURFOLD,
            $this->isWide() => self::MARGIN_WIDE,
            $this->isAtWork() && UpscaleMethod::Textured === $this->upscale->method => self::MARGIN_TEXTURED,
            default => self::MARGIN,
        };
    }

    public function enlarge(Image $piece): Image
    {
        $bits = WorkingSpaceConverter::bitsOf($piece);
        $network = $this->network($bits);
        $size = new PixelSize($piece->size()->width - 2 * $network->margin, $piece->size()->height - 2 * $network->margin);
        $square = $this->isWide() ? self::SQUARE_WIDE : 1;
        $full = new PixelSize($square * (int) ceil($size->width / $square), $square * (int) ceil($size->height / $square));
        $wide = $full->equals($size)
            ? $piece
            : $piece->embed(0, 0, new PixelSize($full->width + 2 * $network->margin, $full->height + 2 * $network->margin), Extend::Copy);
        $form = 8 === $bits ? BandFormat::Byte : BandFormat::SignedInt;
        $given = $wide->cast($form);
        $times = 2 ** $this->doublings();
        $made = Image::over($network->run($given->samples(), $full), $full->times($times), 3, $form, $piece->interpretation())->cast(
            $piece->format(),
        );

        return $full->equals($size) ? $made : $made->crop(PixelWindow::whole($size->times($times)));
    }

    public function first(int $times): self
    {
        return $this->upscale->isFourfold($times) ? new self($this->upscale, $this->threads, isFourfold: true) : $this;
    }

    /** What is mended once is clean: a second mending would only take detail away (measured). */
    public function next(): self
    {
        $method = $this->upscale->method;

        return match (true) {
            $this->isFourfold => new self($this->upscale, $this->threads),
            $method->isRepair() && $this->isAtWork() => new self(
                new UpscaleSettings($method->forClean(), 100, $this->upscale->effort),
                $this->threads,
            ),
            default => $this,
        };
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
            2 ** $this->doublings(),
        );
    }

    private function graph(): string
    {
        $method = $this->upscale->method;

        return match (true) {
            $this->isOutlined => self::OUTLINED,
            $this->isFourfold => self::FOURFOLD,
            Effort::Quick === $this->upscale->effort => 'quick',
            UpscaleMethod::Rebuilt === $method => UpscaleMethod::Drawn->value,
            !$this->isAtWork() => $method->forClean()->value,
            $this->isBlend() => $method->value.'-blend',
            default => $method->value,
        }.(Effort::Best === $this->upscale->effort && !$this->isBlend() ? '-best' : '');
    }

    /** Whether anything of the way is asked for. */
    private function isAtWork(): bool
    {
        return Effort::Quick !== $this->upscale->effort && (!$this->upscale->method->hasStrength() || $this->upscale->strength > 0);
    }

    private function isWide(): bool
    {
        return $this->isAtWork() && UpscaleMethod::Mending === $this->upscale->method;
    }

    /** Whether the graph is asked for a part of a way. */
    private function hasShare(): bool
    {
        return $this->isBlend() || ($this->isAtWork() && UpscaleMethod::Textured === $this->upscale->method);
    }

    private function isBlend(): bool
    {
        return $this->upscale->method->isRepair() && $this->isAtWork() && $this->upscale->strength < 100;
    }
}
