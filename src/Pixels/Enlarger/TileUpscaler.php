<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Pixels\Vips\Image;

/** Makes a picture two or four times as large each way, a piece at a time: what comes of a pixel depends on its near surroundings only. */
interface TileUpscaler
{
    /** Names the pixels that it makes: the same name and picture, the same pixels. Fit for a file's name. */
    public function name(): string;

    /** How often it doubles at once: once or twice. */
    public function doublings(): int;

    /** Side of the pieces that it takes, in pixels; even, as networks want it. */
    public function piece(): int;

    /** So many pixels round a piece have a say in it. */
    public function margin(): int;

    /**
     * @param Image $piece red, green, blue in encoded sRGB values, 8 or 16 bits, with the margin on every side
     *
     * @return Image the piece without its margin, so much larger, in the same format; to be used up before the next is made,
     *               which may take its place in memory
     */
    public function enlarge(Image $piece): Image;

    /** What begins where a picture is to be doubled so often: this, or what makes more of it at once. */
    public function first(int $times): self;

    /** What doubles its result once more. */
    public function next(): self;

    /** What enlarges transparency, given as three equal channels; its pieces and margin are the same. */
    public function cover(): self;
}
